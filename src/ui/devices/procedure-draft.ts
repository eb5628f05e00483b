import { type Procedure, ProcedureShape } from '@/core/work';

export type ListName = 'open' | 'swap' | 'close';
type Step = Procedure[ListName][number];

export const listNames: Readonly<Record<ListName, string>> = {
  open: 'Way in',
  swap: 'Swap',
  close: 'Only at closing',
};

/** A procedure with one list of steps in another order: the step at `from` before the one at `to`. */
export function moved(procedure: Procedure, list: ListName, from: number, to: number): Procedure {
  const steps: Step[] = [...procedure[list]];
  const [step] = steps.splice(from, 1);
  if (!step || to < 0 || to > steps.length) return procedure;
  steps.splice(to, 0, step);
  return { ...procedure, [list]: steps };
}

/** A procedure with one step changed, or taken out where it is null. */
export function changed(procedure: Procedure, list: ListName, at: number, step: Step | null): Procedure {
  const steps: Step[] = [...procedure[list]];
  steps.splice(at, 1, ...(step ? [step] : []));
  return { ...procedure, [list]: steps };
}

/** An id that no step, and no way back of one, has. */
export function freeId(procedure: Procedure): string {
  const taken = new Set([...procedure.open, ...procedure.swap, ...procedure.close].map(({ id }) => id));
  let n = taken.size + 1;
  while (taken.has(`step-${n}`)) n += 1;
  return `step-${n}`;
}

/** A procedure with an empty step behind the one at `at`. */
export function withStep(procedure: Procedure, list: ListName, at: number): Procedure {
  const id = freeId(procedure);
  const bare = {
    id,
    title: 'New act',
    how: 'How it is done.',
    minutes: 1,
    effects: [{ fact: `${id}.done`, value: true }],
  };
  const steps: unknown[] = [...procedure[list]];
  steps.splice(
    at + 1,
    0,
    list === 'open' ? { ...bare, back: { title: 'Undo it', how: 'The other way round.', minutes: 1 } } : bare,
  );
  const parsed = ProcedureShape.safeParse({ ...procedure, [list]: steps });
  return parsed.success ? parsed.data : procedure;
}

/** Facts as they are typed, one a line: `cover.on = no`; null where a line is none. */
export function factsOf(text: string): { fact: string; value: boolean }[] | null {
  const lines = text
    .split('\n')
    .map((line) => line.trim())
    .filter(Boolean);
  const facts = lines.map((line) => /^([a-z0-9-]+(?:\.[a-z0-9-]+)+)\s*=\s*(yes|no)$/u.exec(line));
  return facts.every((one) => one !== null)
    ? facts.map((one) => ({ fact: one![1]!, value: one![2] === 'yes' }))
    : null;
}
export const factsText = (facts: { fact: string; value: boolean | null }[]): string =>
  facts
    .filter(({ value }) => value !== null)
    .map(({ fact, value }) => `${fact} = ${value ? 'yes' : 'no'}`)
    .join('\n');

type Material = Step['materials'][number];
const mostMaterials = 6;

/** What is used up, as it is typed, one a line: `new seal: the old one tears`; null where a line says no reason, or there are too many. */
export function materialsOf(text: string): Material[] | null {
  const lines = text
    .split('\n')
    .map((line) => line.trim())
    .filter(Boolean);
  const read = lines.map((line) => /^([^:]{1,60}):\s*(.{1,200})$/u.exec(line));
  return read.length <= mostMaterials && read.every((one) => one !== null)
    ? read.map((one) => ({ name: one![1]!.trim(), why: one![2]!.trim() }))
    : null;
}
export const materialsText = (materials: Material[]): string =>
  materials.map(({ name, why }) => `${name}: ${why}`).join('\n');
