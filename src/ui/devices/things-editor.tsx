import type { ReactNode } from 'react';
import type { DeviceProfile } from '@/core/device';
import { fastenerKinds, latchKinds } from '@/core/work';
import { Button } from '../button';
import { Field } from '../field';
import { Card } from '../station-frame';
import { marksOf, newThing, withThing } from './things-draft';
import { Typed, readCount, readLengthMm } from './typed-field';

type Props = { profile: DeviceProfile; onProfile: (profile: DeviceProfile) => void };
type Procedure = DeviceProfile['procedure'];

/** What the acts of a device speak of: its fasteners, cables, tools, the questions that fork the way, and its boards. */
export function ThingsEditor({ profile, onProfile }: Props) {
  const { procedure, revisions } = profile;
  const onProcedure = (more: Partial<Procedure>) =>
    onProfile({ ...profile, procedure: { ...procedure, ...more } });
  const { fasteners, cables, tools, questions } = procedure;
  return (
    <div className="grid gap-3.5">
      <Things
        title="Fasteners"
        add="Add fasteners"
        onAdd={() => onProcedure({ fasteners: [...fasteners, newThing.fastener(fasteners)] })}
        items={fasteners.map((one, i) => ({
          key: one.id,
          name: one.where,
          onRemove: () => onProcedure({ fasteners: withThing(fasteners, i, null) }),
          content: (
            <Fastener one={one} on={(next) => onProcedure({ fasteners: withThing(fasteners, i, next) })} />
          ),
        }))}
      />
      <Things
        title="Cables"
        add="Add a cable"
        onAdd={() => onProcedure({ cables: [...cables, newThing.cable(cables)] })}
        items={cables.map((one, i) => ({
          key: one.id,
          name: one.where,
          onRemove: () => onProcedure({ cables: withThing(cables, i, null) }),
          content: <Cable one={one} on={(next) => onProcedure({ cables: withThing(cables, i, next) })} />,
        }))}
      />
      <Things
        title="Tools"
        add="Add a tool"
        onAdd={() => onProcedure({ tools: [...tools, { name: `tool ${tools.length + 1}`, special: null }] })}
        items={tools.map((one, i) => ({
          key: String(i),
          name: one.name,
          onRemove: () => onProcedure({ tools: withThing(tools, i, null) }),
          content: <Tool one={one} on={(next) => onProcedure({ tools: withThing(tools, i, next) })} />,
        }))}
      />
      <Things
        title="Questions with two ways that both work"
        add="Add a question"
        onAdd={() => onProcedure({ questions: [...questions, newThing.question(questions)] })}
        items={questions.map((one, i) => ({
          key: one.id,
          name: one.ask,
          onRemove: () => onProcedure({ questions: withThing(questions, i, null) }),
          content: (
            <Question one={one} on={(next) => onProcedure({ questions: withThing(questions, i, next) })} />
          ),
        }))}
      />
      <Things
        title="Boards, told by their marks"
        add="Add a board"
        onAdd={() => onProfile({ ...profile, revisions: [...revisions, newThing.board(revisions)] })}
        items={revisions.map((one, i) => ({
          key: one.id,
          name: one.name,
          onRemove: () => onProfile({ ...profile, revisions: withThing(revisions, i, null) }),
          content: (
            <Board
              one={one}
              on={(next) => onProfile({ ...profile, revisions: withThing(revisions, i, next) })}
            />
          ),
        }))}
      />
    </div>
  );
}

type Item = { key: string; name: string; onRemove: () => void; content: ReactNode };

function Things({
  title,
  add,
  onAdd,
  items,
}: {
  title: string;
  add: string;
  onAdd: () => void;
  items: Item[];
}) {
  return (
    <Card title={title} tools={<Button onClick={onAdd}>{add}</Button>}>
      {items.length === 0 && <p className="text-soft">None yet.</p>}
      <ul>
        {items.map(({ key, name, onRemove, content }) => (
          <li key={key} className="border-b border-dashed py-3 last:border-0">
            <fieldset>
              <legend className="sr-only">{name}</legend>
              <div className="grid items-end gap-3 sm:grid-cols-[1fr_1fr_1fr_auto]">
                {content}
                <Button kind="quiet" aria-label={`Take out ${name}`} onClick={onRemove}>
                  Take out
                </Button>
              </div>
            </fieldset>
          </li>
        ))}
      </ul>
    </Card>
  );
}

function Select<T extends string>({
  label,
  value,
  all,
  on,
}: {
  label: string;
  value: T;
  all: readonly T[];
  on: (value: T) => void;
}) {
  return (
    <label>
      <span className="mb-1 block font-semibold">{label}</span>
      <select
        className="h-11 w-full rounded-xl border border-line-strong bg-surface px-3"
        value={value}
        onChange={({ target }) => on(target.value as T)}
      >
        {all.map((one) => (
          <option key={one}>{one}</option>
        ))}
      </select>
    </label>
  );
}

/** A thing as it is, and where what it becomes is told. */
type Edited<T> = { one: T; on: (one: T) => void };

function Fastener({ one, on }: Edited<Procedure['fasteners'][number]>) {
  return (
    <>
      <Words label="Where" most={60} value={one.where} on={(where) => on({ ...one, where })} />
      <Select label="Kind" value={one.kind} all={fastenerKinds} on={(kind) => on({ ...one, kind })} />
      <Typed
        label="How many"
        text={String(one.count)}
        read={readCount}
        fault="A whole number from 1 to 40."
        onRead={(count) => on({ ...one, count })}
      />
      <span />
      <Typed
        label="Length, mm"
        text={one.lengthMm === null ? '' : String(one.lengthMm)}
        read={readLengthMm}
        fault="Millimetres, or nothing where it has none."
        onRead={({ mm }) => on({ ...one, lengthMm: mm })}
      />
      <Field
        label="Bit"
        maxLength={20}
        value={one.bit ?? ''}
        onChange={({ target }) => on({ ...one, bit: target.value || null })}
      />
      <Field
        label="Under"
        hint="what covers them"
        maxLength={60}
        value={one.under ?? ''}
        onChange={({ target }) => on({ ...one, under: target.value || null })}
      />
    </>
  );
}

function Cable({ one, on }: Edited<Procedure['cables'][number]>) {
  return (
    <>
      <Words label="Where" most={80} value={one.where} on={(where) => on({ ...one, where })} />
      <Select label="Latch" value={one.latch} all={latchKinds} on={(latch) => on({ ...one, latch })} />
      <Field
        label="Rests, while it is off"
        maxLength={100}
        value={one.restsWhere ?? ''}
        onChange={({ target }) => on({ ...one, restsWhere: target.value || null })}
      />
    </>
  );
}

function Tool({ one, on }: Edited<Procedure['tools'][number]>) {
  return (
    <>
      <Words label="Tool" most={60} value={one.name} on={(name) => on({ ...one, name })} />
      <Field
        label="Why an ordinary one will not do"
        className="sm:col-span-2"
        maxLength={120}
        value={one.special ?? ''}
        onChange={({ target }) => on({ ...one, special: target.value || null })}
      />
    </>
  );
}

function Question({ one, on }: Edited<Procedure['questions'][number]>) {
  const answer = (i: number, more: Partial<(typeof one.answers)[number]>) =>
    on({ ...one, answers: one.answers.map((was, n) => (n === i ? { ...was, ...more } : was)) });
  return (
    <>
      <div className="sm:col-span-3">
        <Words label="Question" most={120} value={one.ask} on={(ask) => on({ ...one, ask })} />
      </div>
      <span />
      {one.answers.map(({ id, words, why }, i) => (
        <div key={id} className="grid gap-3 sm:col-span-3 sm:grid-cols-[1fr_2fr]">
          <Words
            label={`Answer ${i + 1}`}
            most={60}
            value={words}
            on={(next) => answer(i, { words: next })}
          />
          <Words label="Why" most={200} value={why} on={(next) => answer(i, { why: next })} />
        </div>
      ))}
    </>
  );
}

function Board({ one, on }: Edited<DeviceProfile['revisions'][number]>) {
  const [range] = one.serials ?? [];
  const serials = (from: string, to: string) =>
    on({ ...one, serials: from === '' && to === '' ? undefined : [{ from, to }] });
  return (
    <>
      <Words label="Name" most={120} value={one.name} on={(name) => on({ ...one, name })} />
      <Typed
        label="Marks, with semicolons between"
        className="sm:col-span-2"
        text={one.marks.join('; ')}
        read={marksOf}
        fault="One to six marks that one can see."
        onRead={(marks) => on({ ...one, marks })}
      />
      <span />
      <Field
        label="Serial numbers from"
        hint="empty where nobody knows"
        maxLength={60}
        value={range?.from ?? ''}
        onChange={({ target }) => serials(target.value, range?.to ?? '')}
      />
      <Field
        label="to"
        hint="as long as the first"
        maxLength={60}
        value={range?.to ?? ''}
        onChange={({ target }) => serials(range?.from ?? '', target.value)}
      />
    </>
  );
}

/** Text that cannot be empty: what is rubbed out stays as it was until something stands there. */
const Words = ({
  label,
  most,
  value,
  on,
}: {
  label: string;
  most: number;
  value: string;
  on: (value: string) => void;
}) => (
  <Typed
    label={label}
    text={value}
    maxLength={most}
    read={(text) => text.trim() || null}
    fault="Say it in a word or two."
    onRead={on}
  />
);
