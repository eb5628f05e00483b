import type { DeviceFact, FactChange, FactName, FactSetting, FactState } from './fact-schema';

/**
 * The facts that the product itself knows, one place for all of them: a thing, then the state it may be in. A misspelt one does
 * not compile. Whoever states them stands behind each group.
 */
export const knownFacts = [
  // Seen at take-in or while opening.
  'battery.connected',
  'battery.in',
  'battery.swollen',
  'card.inserted',
  'charge.below-limit',
  'charger.connected',
  'consent.given',
  'cover.on',
  'encryption.on',
  /** The owner’s recovery key is here: what is sealed is carried over sealed. */
  'key.at-hand',
  'feeds.on',
  /** What could only be measured inside has been. */
  'heights.measured',
  'cables.outside',
  'mains.plugged',
  /** Somebody was asked whether a step is done so soon. */
  'pace.asked',
  'power.off',
  'second-copy.made',
  'static.discharged',
  'storage-mode.entered',
  'supply.discharged',
  'tools.laid-out',
  // Where the drives are.
  'drive.inserted',
  'drive.new-inside',
  'drive.new-looked-at',
  'drive.seated',
  'fan.aside',
  // What the dock, the sticks and the device did.
  'target.armed',
  'copy.begun',
  /** False: the copy is there, and nothing proved it. */
  'copy.verified',
  'copy.looked-into',
  'stick.ready',
  'stick.inserted',
  'drive.restored',
  'device.powered',
  'device.started',
] as const;

export type KnownFact = (typeof knownFacts)[number];

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
