const name = 'jicara-leaving';

/** Whether this screen may be left for another one; where something is held, it asks by itself. */
export const mayLeave = (href: string): boolean =>
  document.dispatchEvent(new CustomEvent(name, { cancelable: true, detail: href }));

/** Hears of every wish to leave this screen, and holds it; answers with how to hear no longer. */
export function holdLeaving(hear: (href: string) => void): () => void {
  const listen = (event: Event) => {
    event.preventDefault();
    hear((event as CustomEvent<string>).detail);
  };
  document.addEventListener(name, listen);
  return () => document.removeEventListener(name, listen);
}
