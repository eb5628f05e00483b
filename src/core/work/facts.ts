import type { DeviceFact, FactChange, FactName, FactSetting, FactState } from './fact-schema';
import { knownFacts, type KnownFact } from './known-facts';

/** A name that a profile brings. Names from files are parsed by `FactName`; this is for those that code makes. */
export const deviceFact = (name: string) => name as DeviceFact;

const isKnown = new Set<string>(knownFacts);

export const isKnownFact = (name: string): name is KnownFact => isKnown.has(name);

export type Facts = Readonly<Partial<Record<FactName, FactState>>>;

/** What is known after all statements, in order; the last one about a fact counts. */
export function foldFacts(changes: Iterable<FactChange>, start: Facts = {}): Facts {
  const facts: Partial<Record<FactName, FactState>> = { ...start };
  for (const { fact, value, at, by } of changes) {
    if (value === null) delete facts[fact];
    else facts[fact] = { value, at, by };
  }
  return facts;
}

/** true, false, or null where it is not known. */
export const factValue = (facts: Facts, fact: FactName): boolean | null => facts[fact]?.value ?? null;

export const isTrue = (facts: Facts, fact: FactName) => factValue(facts, fact) === true;

/**
 * A fact in words, from its own name: `battery.connected` is "battery connected", or "battery not connected".
 * Names are made so that this reads well: a thing, then the state it may be in.
 */
export function factWords(fact: FactName, value: boolean): string {
  const words = fact.split('.').map((word) => word.replaceAll('-', ' '));
  const state = words.pop();
  return [...words, ...(value ? [] : ['not']), state].join(' ');
}

/** What the facts named are now, as settings that put them back to it. */
export const restore = (facts: Facts, settings: FactSetting[]): FactSetting[] =>
  settings.map(({ fact }) => ({ fact, value: factValue(facts, fact) }));
