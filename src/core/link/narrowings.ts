import { type Link, chainRate } from './chain';

/** What would make a chain carry what was read, and the rate that it would carry then, bytes/s. */
export type Narrowing = { what: string; rate: number };

/** How far a read test may be off its forecast before anything is looked for, and a cause off what was read: shares, named defaults. */
const asForecast = { least: 0.8, most: 1.15 };
const close = 0.15;

const steps: readonly { share: number; words: (name: string) => string }[] = [
  {
    share: 0.5,
    words: (name) =>
      name === 'drive reads'
        ? 'the drive at half: slowed down by heat, or failing'
        : `${name} at half: half its lanes, or one generation lower`,
  },
  {
    share: 0.25,
    words: (name) =>
      name === 'drive reads'
        ? 'the drive at a quarter: failing, or not what its label says'
        : `${name} at a quarter: one lane of four, or two generations lower`,
  },
  {
    share: 0.1,
    words: (name) =>
      `${name === 'drive reads' ? 'the drive' : name} at a tenth: slowed down by heat to its lowest step`,
  },
];

/**
 * Which link of a chain would have to be narrower for a read test to show what it showed, the closest first; empty where it showed what was
 * forecast, where the chain is not known, or where nothing comes near. `readBytesPerS` as read.
 */
export function narrowings(links: readonly Link[], readBytesPerS: number): Narrowing[] {
  const { rate } = chainRate([...links]);
  if (!rate.known) return [];
  const share = readBytesPerS / rate.value;
  if (share >= asForecast.least && share <= asForecast.most) return [];
  const found: Narrowing[] = [];
  for (const [at, { name }] of links.entries())
    for (const step of steps) {
      const narrowed = chainRate(links.map((link, i) => (i === at ? slowed(link, step.share) : link))).rate;
      // A link that is wide enough even then changes nothing.
      if (narrowed.known && narrowed.value < rate.value)
        found.push({ what: step.words(name), rate: narrowed.value });
    }
  found.push(
    { what: 'the unit: Mbit/s typed as MB/s would show eight times as much', rate: rate.value * 8 },
    { what: 'the unit: MB/s typed as Mbit/s would show an eighth', rate: rate.value / 8 },
  );
  const off = (narrowing: Narrowing) => Math.abs(Math.log(narrowing.rate / readBytesPerS));
  return found.filter((one) => off(one) <= close).sort((a, b) => off(a) - off(b));
}

const slowed = ({ name, rate }: Link, share: number): Link => ({
  name,
  rate: rate.known
    ? {
        ...rate,
        value: rate.value * share,
        minus: rate.minus === null ? null : rate.minus * share,
        plus: rate.plus === null ? null : rate.plus * share,
      }
    : rate,
});
