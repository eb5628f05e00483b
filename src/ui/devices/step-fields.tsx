import { useState } from 'react';
import type { Procedure } from '@/core/work';
import { factsOf, factsText, materialsOf, materialsText } from './procedure-draft';

type Step = Procedure['open' | 'swap' | 'close'][number];

export const area = 'w-full rounded-xl border border-line-strong bg-surface px-3 py-2';

export function ToolSelect({
  label = 'Tool',
  tools,
  tool,
  on,
}: {
  label?: string;
  tools: Procedure['tools'];
  tool: string | null;
  on: (tool: string | null) => void;
}) {
  return (
    <label>
      <span className="mb-1 block font-semibold">{label}</span>
      <select
        className="h-11 w-full rounded-xl border border-line-strong bg-surface px-3"
        value={tool ?? ''}
        onChange={({ target }) => on(target.value || null)}
      >
        <option value="">none</option>
        {tools.map(({ name }) => (
          <option key={name}>{name}</option>
        ))}
      </select>
    </label>
  );
}

/** Things as they are typed, one a line; what cannot be read stays as it was typed, with why. */
function Lines<T>({
  label,
  text,
  example,
  read,
  fault,
  onRead,
}: {
  label: string;
  text: string;
  example: string;
  read: (text: string) => T | null;
  fault: string;
  onRead: (value: T) => void;
}) {
  const [typed, setTyped] = useState(text);
  const isOdd = read(typed) === null;
  return (
    <label>
      <span className="mb-1 block font-semibold">{label}</span>
      <textarea
        className={`${area} figures text-[0.875rem] ${isOdd ? 'border-2 border-over' : ''}`}
        rows={Math.max(2, typed.split('\n').length)}
        placeholder={example}
        value={typed}
        aria-invalid={isOdd || undefined}
        onChange={({ target }) => {
          setTyped(target.value);
          const value = read(target.value);
          if (value !== null) onRead(value);
        }}
      />
      <span className={`text-[0.8125rem] ${isOdd ? 'font-semibold text-over' : 'text-soft'}`}>
        {isOdd ? fault : 'one a line'}
      </span>
    </label>
  );
}

type Fact = { fact: string; value: boolean | null };

export const Facts = ({
  label,
  facts,
  onFacts,
}: {
  label: string;
  facts: Fact[];
  onFacts: (facts: Fact[]) => void;
}) => (
  <Lines
    label={label}
    text={factsText(facts)}
    example="cover.on = no"
    read={factsOf}
    fault="A thing, its state, yes or no: cover.on = no."
    onRead={onFacts}
  />
);

export const Materials = ({
  label,
  materials,
  onMaterials,
}: {
  label: string;
  materials: Step['materials'];
  onMaterials: (materials: Step['materials']) => void;
}) => (
  <Lines
    label={label}
    text={materialsText(materials)}
    example="new seal: the old one tears"
    read={materialsOf}
    fault="What it is, a colon, why; six lines at most."
    onRead={onMaterials}
  />
);

export function Check({ label, is, on }: { label: string; is: boolean; on: (is: boolean) => void }) {
  return (
    <label className="flex min-h-11 items-center gap-2">
      <input
        type="checkbox"
        className="size-5 accent-(--cochineal)"
        checked={is}
        onChange={({ target }) => on(target.checked)}
      />
      {label}
    </label>
  );
}

export function Picks({
  label,
  all,
  picked,
  onPick,
}: {
  label: string;
  all: { id: string; words: string }[];
  picked: string[];
  onPick: (picked: string[]) => void;
}) {
  if (all.length === 0) return null;
  return (
    <fieldset>
      <legend className="mb-1 font-semibold">{label}</legend>
      <div className="flex flex-wrap gap-x-4">
        {all.map(({ id, words }) => (
          <Check
            key={id}
            label={words}
            is={picked.includes(id)}
            on={(is) => onPick(is ? [...picked, id] : picked.filter((one) => one !== id))}
          />
        ))}
      </div>
    </fieldset>
  );
}
