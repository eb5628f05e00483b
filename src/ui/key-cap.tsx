/** A key as it stands on the keyboard. */
export function KeyCap({ children }: { children: string }) {
  return (
    <kbd
      aria-hidden
      className="figures rounded max-sm:hidden short:hidden bg-sunken px-1.5 py-0.5 text-[0.75rem] text-soft print:hidden"
    >
      {children}
    </kbd>
  );
}
