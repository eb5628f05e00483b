import type { ReactNode } from 'react';
import type { UseFormRegister } from 'react-hook-form';
import { Field } from './field';
import type { Typed } from './take-in-typed';

const reasons: { value: Exclude<Typed['reason'], null>; label: string }[] = [
  { value: 'full', label: 'Full' },
  { value: 'failed', label: 'Failed' },
  { value: 'slow', label: 'Slow' },
  { value: 'revival', label: 'Revival' },
  { value: 'second-system', label: 'Second system' },
];
const kinds: { value: Exclude<Typed['oldKind'], null>; label: string }[] = [
  { value: 'solid', label: 'Solid state' },
  { value: 'rotating', label: 'Turns' },
];

/** What is noted while the device still starts: all of it may be left out. */
export function MoreFields({
  register,
  error,
  choice,
  isEmpty,
}: {
  register: UseFormRegister<Typed>;
  error: (name: keyof Typed) => string | undefined;
  choice: <N extends 'reason' | 'oldKind'>(
    name: N,
    legend: string,
    options: { value: Typed[N] & string; label: string }[],
  ) => ReactNode;
  isEmpty: boolean;
}) {
  return (
    <details className="col-span-full">
      <summary className="min-h-11 cursor-pointer py-2 font-semibold">
        More while it starts{' '}
        <span className="font-normal text-soft">reason, guarantee, account, maker’s data</span>
      </summary>
      <div className="mt-2 grid gap-x-6 gap-y-3.5 md:grid-cols-2">
        {choice('reason', 'Why did it come?', reasons)}
        {!isEmpty && choice('oldKind', 'The old drive', kinds)}
        <Field
          label="Guarantee until"
          type="date"
          {...register('guarantee')}
          error={error('guarantee')}
          hint="where one still runs: it is used first"
        />
        <Field
          label="Account it is signed in with"
          autoComplete="off"
          dir="auto"
          {...register('account')}
          error={error('account')}
          hint="as the owner names it, never a password"
        />
        <Field
          label="For the maker’s image"
          className="md:col-span-2"
          autoComplete="off"
          {...register('makerData')}
          error={error('makerData')}
          hint="model, region, code: what its maker asks for"
        />
      </div>
    </details>
  );
}
