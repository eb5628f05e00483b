import clsx from 'clsx';
import { useId } from 'react';
import { Choice, type Option } from '../choice';
import { Field } from '../field';
import {
  type TeachTyped,
  asksKey,
  asksLanes,
  capacityOptions,
  familyOptions,
  formOptions,
  keyOptions,
  laneOptions,
  protocolOptions,
  withForm,
} from './teach-answers';

type Props = { typed: TeachTyped; onTyped: (typed: TeachTyped) => void };

/** Eight answers, in the order in which one looks at a device. What nobody knows may be said so. */
export function TeachForm({ typed, onTyped }: Props) {
  const set = (more: Partial<TeachTyped>) => onTyped({ ...typed, ...more });
  return (
    <div className="flex flex-col gap-3">
      <div className="grid gap-3 sm:grid-cols-2">
        <Field
          label="Maker"
          autoFocus
          maxLength={60}
          value={typed.maker}
          onChange={(event) => set({ maker: event.target.value })}
        />
        <Field
          label="Model"
          maxLength={60}
          value={typed.name}
          onChange={(event) => set({ name: event.target.value })}
        />
      </div>
      <Choice
        legend="Kind of device"
        options={familyOptions}
        value={typed.family}
        onChange={(family) => set({ family })}
      />
      <Several
        legend="What goes in"
        hint="of modules every length that has a stand-off"
        options={formOptions}
        values={typed.forms}
        onToggle={(form) => set({ forms: withForm(typed.forms, form) })}
      />
      {asksKey(typed) && (
        <Choice
          legend="Key of the socket"
          options={keyOptions}
          value={typed.key}
          onChange={(key) => set({ key })}
        />
      )}
      <Choice
        legend="What it speaks"
        options={protocolOptions}
        value={typed.protocols}
        onChange={(protocols) => set({ protocols })}
      />
      {asksLanes(typed) && (
        <Choice
          legend="Lanes"
          options={laneOptions}
          value={typed.lanes}
          onChange={(lanes) => set({ lanes })}
        />
      )}
      <Choice
        legend="How it shows a drive of 1,000 GB"
        options={capacityOptions}
        value={typed.showsCapacity}
        onChange={(showsCapacity) => set({ showsCapacity })}
      />
    </div>
  );
}

/** Several of a few: native check boxes as blocks. */
function Several<T extends string>({
  legend,
  hint,
  options,
  values,
  onToggle,
}: {
  legend: string;
  hint: string;
  options: Option<T>[];
  values: T[];
  onToggle: (value: T) => void;
}) {
  const id = useId();
  return (
    <fieldset className="min-w-0" aria-describedby={id}>
      <legend className="mb-1 font-semibold">
        {legend}{' '}
        <span id={id} className="text-[0.8125rem] font-normal text-soft">
          {hint}
        </span>
      </legend>
      <div className="flex flex-wrap gap-1.5">
        {options.map(({ value, label }) => (
          <label
            key={value}
            className={clsx(
              'flex min-h-11 cursor-pointer items-center gap-2 rounded-xl border px-3 has-[:focus-visible]:outline-3 has-[:focus-visible]:outline-offset-2 has-[:focus-visible]:outline-info',
              values.includes(value) ? 'border-ink bg-sunken font-semibold' : 'border-line-strong bg-surface',
            )}
          >
            <input
              type="checkbox"
              className="size-4 accent-(--cochineal)"
              checked={values.includes(value)}
              onChange={() => onToggle(value)}
            />
            {label}
          </label>
        ))}
      </div>
    </fieldset>
  );
}
