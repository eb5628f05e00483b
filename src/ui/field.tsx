import clsx from 'clsx';
import { type ComponentProps, type ReactNode, useId } from 'react';

type Props = Omit<ComponentProps<'input'>, 'id'> & { label: string; hint?: ReactNode; error?: string };

/** A text field with its label, a hint, and the fault with its fix. */
export function Field({ label, hint, error, className, ...rest }: Props) {
  const id = useId();
  return (
    <div className={className}>
      <label htmlFor={id} className="mb-1 block font-semibold">
        {label}
      </label>
      <input
        id={id}
        className={clsx(
          'h-11 w-full rounded-xl border bg-surface px-3',
          error ? 'border-2 border-over' : 'border-line-strong',
        )}
        aria-invalid={error ? true : undefined}
        aria-describedby={error || hint ? `${id}-hint` : undefined}
        {...rest}
      />
      {(error || hint) && (
        <p
          id={`${id}-hint`}
          className={clsx('mt-1 text-[0.8125rem]', error ? 'font-semibold text-over' : 'text-soft')}
        >
          {error ?? hint}
        </p>
      )}
    </div>
  );
}
