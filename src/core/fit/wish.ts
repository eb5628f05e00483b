import type { Place } from '../device';
import { type Estimate, type Margin, about, atLeast, atMost, exact, missing } from '../margin';
import { labelCapacity } from '../part';
import { priceMinor } from './price';
import { type Build, type Setting, libraryBytes } from './question';

/** Margins of what was wanted: passing one harms nothing, so the owner may do without, by a reason that is kept. */
export const wishIds = ['wanted-size', 'budget', 'library'] as const;

/** Whether a margin is about a wish, and not about what the device can take. */
export const isWish = ({ id }: Pick<Margin, 'id'>): boolean => (wishIds as readonly string[]).includes(id);

const asOwnerSaid = { kind: 'owner', note: 'as the owner wants it' } as const;

/** What is to be kept of the old drive, bytes; 0 where nothing is. */
export function keptBytes({ old }: Pick<Setting, 'old'>): Estimate {
  if (!old?.dataToKeep) return exact(0, { kind: 'owner', note: 'no data to keep' });
  return old.usedBytes === null
    ? missing('how full the old drive is', 'Read it in the device’s settings, or on the dock.')
    : exact(old.usedBytes, { kind: 'owner', note: 'as stated at take-in' });
}

/**
 * What the library and the kept data come to together, bytes: the sum, or the larger where the one is part of the other. Where nobody
 * said which, anything between the two.
 */
export function contentBytes({ old, library }: Pick<Setting, 'old' | 'library'>): Estimate {
  const wanted = library ? libraryBytes(library) : 0;
  const kept = keptBytes({ old });
  if (!kept.known) return library?.holdsKept === true ? exact(wanted, asOwnerSaid) : kept;
  if (!library || kept.value === 0) return exact(wanted + kept.value, asOwnerSaid);
  const [most, least] = [wanted + kept.value, Math.max(wanted, kept.value)];
  switch (library.holdsKept ?? null) {
    case true:
      return exact(least, asOwnerSaid);
    case false:
      return exact(most, asOwnerSaid);
    case null:
      return about(most, most - least, 0, {
        kind: 'owner',
        note: 'library and kept data; nobody said whether the one holds the other',
      });
  }
}

/** Whether the room is enough for one end of what has to go on it, and not for the other. */
const decides = (content: Estimate, free: Estimate): boolean =>
  content.known &&
  free.known &&
  content.value > free.value &&
  content.value - (content.minus ?? 0) <= free.value;

/** Just the size that was wanted is not nearly too little: such a margin is full and yet the last to worry about. */
const atItsBrim = (margin: Margin): Margin =>
  margin.verdict === 'clear' ? { ...margin, use: null } : margin;

/** Size, budget and library that were wanted, each held against the build like any limit. */
export function wishMargins(setting: Setting, build: Build, place: Place, free: Estimate): Margin[] {
  const { wish, library } = setting;
  const margins: Margin[] = [];
  if (wish?.wantedGB)
    margins.push(
      atItsBrim(
        atLeast(
          {
            id: 'wanted-size',
            what: 'Size that was wanted',
            unit: 'GB',
            remedy: 'Choose a larger drive, or say why this one will do.',
          },
          labelCapacity(build.drive),
          exact(wish.wantedGB, asOwnerSaid),
        ),
      ),
    );
  if (wish?.budget) {
    const { currency } = wish.budget;
    const minor = priceMinor(build, currency);
    margins.push(
      atMost(
        {
          id: 'budget',
          what: 'Price of the parts',
          unit: 'money',
          remedy: 'Choose cheaper parts, or say why these are taken.',
        },
        minor === null
          ? missing(`what it costs in ${currency}`, 'Enter the price of each part in this currency.')
          : exact(minor, { kind: 'data-sheet-typical', note: 'price of the parts' }),
        exact(wish.budget.minor, asOwnerSaid),
      ),
    );
  }
  if (library) {
    const old = place.role === 'system' ? setting.old : null;
    const content = contentBytes({ old, library });
    margins.push(
      atMost(
        {
          id: 'library',
          what: old?.dataToKeep ? 'Room for library and kept data' : 'Room for the library',
          unit: 'bytes',
          remedy: 'Choose a larger drive, or keep part of the library elsewhere.',
        },
        decides(content, free)
          ? missing(
              'whether the data to keep is part of the library',
              'Ask the owner, and say it at Library.',
            )
          : content,
        free,
      ),
    );
  }
  return margins;
}
