type Props = {
  words: string;
  accept?: string;
  /** With it a tablet opens its camera or recorder, which needs no secure connection. */
  capture?: 'environment' | 'user';
  disabled?: boolean;
  onFile: (file: File) => void;
};

/** A file input as a button. */
export function FileInput({ words, accept, capture, disabled = false, onFile }: Props) {
  return (
    <label className="inline-flex min-h-11 cursor-pointer items-center rounded-xl border border-line-strong bg-surface px-4 font-semibold hover:bg-sunken has-disabled:cursor-not-allowed has-disabled:opacity-60 has-[:focus-visible]:outline-3 has-[:focus-visible]:outline-offset-2 has-[:focus-visible]:outline-info">
      {words}
      <input
        type="file"
        className="sr-only"
        accept={accept}
        capture={capture}
        disabled={disabled}
        onChange={(event) => {
          const [file] = event.target.files ?? [];
          if (file) onFile(file);
          // The same file may be taken again after it was put away.
          event.target.value = '';
        }}
      />
    </label>
  );
}
