import type { Margin } from '../margin';

/** How what a line of the sheet says is known. */
export const waysOfKnowing = ['seen', 'stated', 'forecast', 'unknown'] as const;
export type HowKnown = (typeof waysOfKnowing)[number];

/** What the copier counted itself is seen, though it comes as a sum. */
const counted: readonly string[] = ['mismatches', 'unreadable'];

/**
 * How the value of a margin is known: read on this device; stated by a paper or a person, or measured on one of its kind; worked out before anybody could
 * look; or not at all. A limit may be known otherwise, and says so where it stands.
 */
export function howKnown({ id, value }: Pick<Margin, 'id' | 'value'>): HowKnown {
  if (!value.known) return 'unknown';
  if (counted.includes(id)) return 'seen';
  switch (value.origin.kind) {
    case 'reading':
      return 'seen';
    // A profile's figures were measured on another device of the kind.
    case 'measured':
    case 'specification':
    case 'data-sheet-maximum':
    case 'data-sheet-typical':
    case 'owner':
      return 'stated';
    case 'default':
    case 'computed':
      return 'forecast';
  }
}

/** The heading over lines of a kind. */
export const knownWords: Readonly<Record<HowKnown, { title: string; hint: string }>> = Object.freeze({
  seen: { title: 'Seen', hint: 'read on this device, or counted by the copier' },
  stated: {
    title: 'Stated',
    hint: 'by a data sheet, a specification or a person, or measured on one of its kind',
  },
  forecast: {
    title: 'Forecast',
    hint: 'worked out before the device was built up; nobody has measured it since',
  },
  unknown: { title: 'Not known', hint: 'nobody has looked, or it cannot be seen here' },
});
