import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { DeviceProfile } from '.';

// Spoilt on purpose: what is wrong with them is what no type would let through.
// eslint-disable-next-line @typescript-eslint/no-explicit-any
export type Loose = any;
export type Name = 'heron' | 'osprey' | 'plover' | 'wren' | 'reed' | 'atrium' | 'vault' | 'skein';
const makers = { atrium: 'quenlo', vault: 'quenlo', reed: 'vellamar', skein: 'vellamar' } as Record<
  string,
  string
>;
const read = (name: Name) =>
  readFileSync(join(__dirname, `../../../demo/devices/${makers[name] ?? 'braskit'}-${name}.json`), 'utf8');
const texts = new Map<Name, string>();
export const device = (name: Name): Loose => {
  if (!texts.has(name)) texts.set(name, read(name));
  return JSON.parse(texts.get(name)!);
};

export const steps = (d: Loose): Loose[] => [
  ...d.procedure.open,
  ...d.procedure.swap,
  ...(d.procedure.close ?? []),
];
export const step = (d: Loose, id: string): Loose => {
  const found = steps(d).find((one) => one.id === id);
  if (!found) throw new Error(`no step ${id}`);
  return found;
};
export const without = (d: Loose, id: string) => {
  for (const list of ['open', 'swap'])
    d.procedure[list] = d.procedure[list].filter((one: Loose) => one.id !== id);
};
export const insert = (d: Loose, list: 'open' | 'swap', before: string | null, made: object) => {
  const all = d.procedure[list];
  const at = before === null ? all.length : all.findIndex((one: Loose) => one.id === before);
  all.splice(at, 0, { title: 't', how: 'h', minutes: 1, ...made });
};
export const move = (d: Loose, id: string, before: string) => {
  const list = d.procedure.open.some((one: Loose) => one.id === id) ? 'open' : 'swap';
  const moved = step(d, id);
  without(d, id);
  insert(d, list, before, moved);
};
export const back = { title: 'b', how: 'h', minutes: 1 };
export const does = (fact: string, value: boolean) => ({ effects: [{ fact, value }] });
export const needs = (fact: string, value: boolean) => ({ needs: [{ fact, value }] });
export const effectsOf = (d: Loose, id: string, change: (effects: Loose[]) => Loose[]) =>
  (step(d, id).effects = change(step(d, id).effects ?? []));
export const ask = (d: Loose, id: string, answers: string[]) =>
  d.procedure.questions.push({
    id,
    ask: id,
    answers: answers.map((answer) => ({ id: answer, words: answer, why: 'w' })),
  });
export const onlyWhere = (question: string, answer: string) => ({ only: { question, answer } });

export type Case = [what: string, name: Name, spoil: (d: Loose) => unknown, told: RegExp];

/** What is wrong with a device by the proof, each with its place. */
export const told = (d: Loose) => {
  const parsed = DeviceProfile.safeParse(d);
  return parsed.success
    ? []
    : parsed.error.issues.map(({ path, message }) => `${path.join('.')}: ${message}`);
};
