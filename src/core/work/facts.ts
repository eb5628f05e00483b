import { z } from 'zod';

/** A name such as `battery.connected` or `screw.back.3.in`. */
export const FactName = z
  .string()
  .regex(/^[a-z0-9-]+(\.[a-z0-9-]+)+$/u)
  .max(80);

/** Known true, known false; a fact that nobody stated is not known (undefined when looked up). */
export const FactSetting = z.object({ fact: FactName, value: z.boolean().nullable() });
export type FactSetting = z.infer<typeof FactSetting>;

/** One statement about the device, with when and by whom. `null` takes a statement back to not known. */
export const FactChange = FactSetting.extend({ at: z.iso.datetime(), by: z.string().max(8) });
export type FactChange = z.infer<typeof FactChange>;

export type FactState = { value: boolean; at: string; by: string };
export type Facts = Readonly<Record<string, FactState>>;

/** What is known after all statements, in order; the last one about a fact counts. */
export function foldFacts(changes: Iterable<FactChange>, start: Facts = {}): Facts {
  const facts: Record<string, FactState> = { ...start };
  for (const { fact, value, at, by } of changes) {
    if (value === null) delete facts[fact];
    else facts[fact] = { value, at, by };
  }
  return facts;
}

/** true, false, or null where it is not known. */
export const factValue = (facts: Facts, fact: string): boolean | null => facts[fact]?.value ?? null;

export const isTrue = (facts: Facts, fact: string) => factValue(facts, fact) === true;

/**
 * A fact in words, from its own name: `battery.connected` is "battery connected", or "battery not connected".
 * Names are made so that this reads well: a thing, then the state it may be in.
 */
export function factWords(fact: string, value: boolean): string {
  const words = fact.split('.').map((word) => word.replaceAll('-', ' '));
  const state = words.pop();
  return [...words, ...(value ? [] : ['not']), state].join(' ');
}

/** What it takes to put the facts named back to what they were. */
export const restore = (facts: Facts, settings: FactSetting[]): FactSetting[] =>
  settings.map(({ fact }) => ({ fact, value: factValue(facts, fact) }));
