import { useRef } from 'react';

type Props = {
  words: string;
  accept?: string;
  /** With it a tablet opens its camera or recorder, which needs no secure connection. */
  capture?: 'environment' | 'user';
  disabled?: boolean;
  onFile: (file: File) => void;
};

/** A file input as a button. Pressed by a pointer it gives the focus back, as other buttons do. */
export function FileInput({ words, accept, capture, disabled = false, onFile }: Props) {
  const isPointed = useRef(false);
  return (
    <label
      className="inline-flex min-h-11 cursor-pointer items-center rounded-xl border border-line-strong bg-surface px-4 font-semibold hover:bg-sunken has-disabled:cursor-not-allowed has-disabled:opacity-60 has-[:focus-visible]:outline-3 has-[:focus-visible]:outline-offset-2 has-[:focus-visible]:outline-info"
      onClick={({ detail }) => (isPointed.current = detail > 0)}
    >
      {words}
      <input
        type="file"
        className="sr-only"
        accept={accept}
        capture={capture}
        disabled={disabled}
        onClick={(event) => {
          // A press on the words comes here too, behind the label's own.
          event.stopPropagation();
          if (isPointed.current) event.currentTarget.blur();
          isPointed.current = false;
        }}
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
