import type { Procedure } from '../work';

/** What devices of one kind have in common, so that a new one need not be described from nothing. No figure of it is a measured one. */
export type FamilyPattern = {
  id: FamilyId;
  /** As it is asked. */
  words: string;
  power: Procedure['power'];
  /** What the place that is worked at is for. */
  role: 'system' | 'expansion';
  /** Cautions beside those that every device has. */
  cautions: readonly string[];
  /** The cable that brings power, and the fact that says that it is in. */
  feed: { words: string; fact: 'charger.connected' | 'mains.plugged' };
};

export const familyIds = [
  'console-bay',
  'console-inside',
  'handheld',
  'media-box',
  'recorder',
  'player',
  'other',
] as const;
export type FamilyId = (typeof familyIds)[number];

const lithium = 'Lithium cell inside: no metal tools near it, no bending, no piercing. Swollen means stop.';
const mains =
  'Mains supply inside: it stays closed, and stores charge after its plug is out. Only for those trained and allowed by local rules.';
const cell = { words: 'charger', fact: 'charger.connected' } as const;
const plug = { words: 'mains plug', fact: 'mains.plugged' } as const;

export const familyPatterns: Readonly<Record<FamilyId, FamilyPattern>> = Object.freeze({
  'console-bay': {
    id: 'console-bay',
    words: 'Console with a bay beside its own storage',
    power: 'mains',
    role: 'expansion',
    cautions: [mains],
    feed: plug,
  },
  'console-inside': {
    id: 'console-inside',
    words: 'Console with its drive inside',
    power: 'mains',
    role: 'system',
    cautions: [mains],
    feed: plug,
  },
  handheld: {
    id: 'handheld',
    words: 'Handheld gaming PC',
    power: 'cell',
    role: 'system',
    cautions: [lithium],
    feed: cell,
  },
  'media-box': {
    id: 'media-box',
    words: 'Media box with an outside supply',
    power: 'mains',
    role: 'system',
    cautions: [],
    feed: plug,
  },
  recorder: {
    id: 'recorder',
    words: 'Recorder with a disk',
    power: 'mains',
    role: 'system',
    cautions: [mains],
    feed: plug,
  },
  player: {
    id: 'player',
    words: 'Pocket player',
    power: 'cell',
    role: 'system',
    cautions: [lithium],
    feed: cell,
  },
  /** Nothing is known of it: both kinds of power are taken for there. */
  other: {
    id: 'other',
    words: 'Something else',
    power: 'cell-and-mains',
    role: 'system',
    cautions: [lithium, mains],
    feed: plug,
  },
});

/** What every device is worked at with. */
export const commonCautions: readonly string[] = Object.freeze([
  'Touch grounded metal before the board; dry air makes static worse.',
  'Never force: stuck means a screw, a clip or an angle is left.',
  "The maker's manual, local rules and licensed practice come before this guide.",
]);
