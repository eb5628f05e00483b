import type { Known } from '../margin';
import type { Drive } from './drive';

const suffix = '-x2';

/** Twice a figure that two of a kind have together. */
const twice = (figure: Known): Known => ({
  ...figure,
  value: 2 * figure.value,
  minus: figure.minus === null ? null : 2 * figure.minus,
  plus: figure.plus === null ? null : 2 * figure.plus,
});

/** The id of the one that a pair is made of; null for what is no pair. */
export const singleId = (id: string): string | null =>
  id.endsWith(suffix) ? id.slice(0, -suffix.length) : null;

/** How many drives stand for this one: two of a pair. */
export const countOf = ({ id }: Pick<Drive, 'id'>): 1 | 2 => (singleId(id) === null ? 1 : 2);

const pairs = new WeakMap<Drive, Drive>();

/**
 * Two of a card in one adapter that joins them, as the one drive that the device sees: both sizes, both prices, both draws; as quick as one,
 * since an adapter fills one after the other. The same pair for the same card.
 */
export function pairOf(drive: Drive): Drive {
  const known = pairs.get(drive);
  if (known) return known;
  const { powerW, peakPowerW } = drive;
  const pair: Drive = {
    ...drive,
    id: `${drive.id}${suffix}`,
    model: `2 × ${drive.model}`,
    labelGB: 2 * drive.labelGB,
    price: { ...drive.price, minor: 2 * drive.price.minor },
    onShelf: Math.floor(drive.onShelf / 2),
    ...(powerW
      ? {
          powerW: {
            ...powerW,
            idle: twice(powerW.idle),
            read: twice(powerW.read),
            write: twice(powerW.write),
            ...(powerW.lightRead ? { lightRead: twice(powerW.lightRead) } : {}),
          },
        }
      : {}),
    ...(peakPowerW ? { peakPowerW: twice(peakPowerW) } : {}),
  };
  pairs.set(drive, pair);
  return pair;
}
