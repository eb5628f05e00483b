import type { RecordedKind } from '@/core/teach';

export type KindButton = { kind: RecordedKind; key: string; words: string };

/** What the hands can do, by one key each; those that need no word more are recorded at once. */
export const before: readonly KindButton[] = [
  { kind: 'switch-off', key: 'f', words: 'Switched off' },
  { kind: 'mains-out', key: 'm', words: 'Mains out' },
  { kind: 'wait', key: 'w', words: 'Waited' },
  { kind: 'ground', key: 'g', words: 'Grounded' },
];
export const opening: readonly KindButton[] = [
  { kind: 'unscrew', key: 'u', words: 'Unscrewed' },
  { kind: 'loosen', key: 'o', words: 'Loosened' },
  { kind: 'twist', key: 't', words: 'Twisted tabs' },
  { kind: 'unplug', key: 'k', words: 'Unplugged' },
  { kind: 'pry', key: 'p', words: 'Pried off' },
  { kind: 'lift', key: 'l', words: 'Lifted off' },
  { kind: 'slide', key: 'i', words: 'Slid off' },
  { kind: 'peel', key: 'e', words: 'Peeled off' },
];
export const drawing: KindButton = { kind: 'draw', key: 'd', words: 'Drive out' };
export const none: readonly KindButton[] = [
  { kind: 'no-battery', key: 'b', words: 'No battery inside' },
  { kind: 'no-mains', key: 'x', words: 'No supply inside' },
];

const atOnce: readonly RecordedKind[] = [
  'switch-off',
  'mains-out',
  'ground',
  'draw',
  'no-battery',
  'no-mains',
];
export const isAtOnce = (kind: RecordedKind): boolean => atOnce.includes(kind);

export const partOptions = [
  { value: 'cover', label: 'cover' },
  { value: 'shield', label: 'shield' },
  { value: 'battery', label: 'battery' },
  { value: 'drive', label: 'drive' },
  { value: 'fan', label: 'fan' },
  { value: 'board', label: 'board' },
  { value: 'other', label: 'something else' },
] as const;

export const latchOptions = [
  { value: 'plug', label: 'plug' },
  { value: 'flip', label: 'latch that flips up' },
  { value: 'slide', label: 'latch that slides' },
  { value: 'lift', label: 'latch that lifts' },
  { value: 'coax', label: 'round, pressed on' },
  { value: 'header', label: 'board to board' },
] as const;
