import clsx from 'clsx';
import type { ComponentProps } from 'react';
import { KeyCap } from './key-cap';

type Props = ComponentProps<'button'> & { kind?: 'main' | 'plain' | 'quiet'; keyName?: string };

/**
 * A button, with its key beside it. One main action a screen. Pressed by a pointer it gives the focus back, so that
 * the pedal's next Space goes to the screen and not to this button again; a held Enter presses it once.
 */
export function Button({ kind = 'plain', keyName, className, onClick, ...rest }: Props) {
  return (
    <span className="inline-flex items-center gap-2">
      <button
        type="button"
        data-kind={kind}
        className={clsx(
          'inline-flex min-h-11 items-center gap-2 rounded-xl px-4 font-semibold disabled:cursor-not-allowed disabled:opacity-55',
          kind === 'main' && 'bg-cochineal text-cochineal-ink hover:brightness-110',
          kind === 'plain' && 'border border-line-strong bg-surface hover:bg-sunken',
          kind === 'quiet' && 'hover:bg-sunken',
          className,
        )}
        onKeyDown={(event) => {
          if (event.repeat && event.key === 'Enter') event.preventDefault();
        }}
        onClick={(event) => {
          if (event.detail > 0) event.currentTarget.blur();
          onClick?.(event);
        }}
        {...rest}
      />
      {keyName && <KeyCap>{keyName}</KeyCap>}
    </span>
  );
}
