import clsx from 'clsx';
import { useId } from 'react';

export type Option<T extends string> = { value: T; label: string; hint?: string };

/** One of a few: native radio buttons as blocks, so that arrow keys and screen readers work by themselves. */
export function Choice<T extends string>({
  legend,
  options,
  value,
  onChange,
  hideLegend = false,
}: {
  legend: string;
  options: Option<T>[];
  value: T | null;
  onChange: (value: T) => void;
  hideLegend?: boolean;
}) {
  const name = useId();
  return (
    <fieldset className="min-w-0">
      <legend className={hideLegend ? 'sr-only' : 'mb-1 font-semibold'}>{legend}</legend>
      <div className="flex flex-wrap gap-1.5">
        {options.map((option) => (
          <label
            key={option.value}
            className={clsx(
              'relative flex min-h-11 cursor-pointer items-center gap-2 rounded-xl border px-3 has-[:focus-visible]:outline-3 has-[:focus-visible]:outline-offset-2 has-[:focus-visible]:outline-info',
              value === option.value ? 'border-ink bg-sunken font-semibold' : 'border-line-strong bg-surface',
            )}
          >
            <input
              type="radio"
              name={name}
              className="size-4 accent-(--cochineal)"
              checked={value === option.value}
              onChange={() => onChange(option.value)}
            />
            <span>
              {option.label}
              {option.hint && (
                <span className="block text-[0.8125rem] font-normal text-soft">{option.hint}</span>
              )}
            </span>
          </label>
        ))}
      </div>
    </fieldset>
  );
}
