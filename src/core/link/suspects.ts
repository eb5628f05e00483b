/** A link of the chain between the two drives, and what it carries when all is well, bytes a second. */
export type ChainLink = {
  id: 'port' | 'cable' | 'case' | 'hub' | 'new-drive' | 'old-drive';
  bytesPerS: number;
};

export type Suspect = {
  link: ChainLink['id'];
  what: string;
  /** How well it would explain the rate seen, among all suspects; they add up to 1. */
  share: number;
  tryThis: string;
};

/** Below this share of the expected rate something is wrong; a named default, since rates of cases vary by a third. */
export const farBelowShare = 0.5;

type Failing = Omit<Suspect, 'share'> & {
  /** Rates that this failing leads to, bytes a second. */
  rates: number[];
  /** How often it is the cause, before anything was seen; a named default until the logbook knows better. */
  prior: number;
};

/**
 * What can slow a chain down, and to which rate. USB: 2.0 carries about 40 MB/s in practice, 5 Gb/s up to 500 before protocol
 * (USB 2.0 and 3.2 specifications; handbook, link speed).
 */
const failings: Failing[] = [
  {
    link: 'cable',
    what: 'The cable carries only USB 2.0',
    rates: [38e6],
    prior: 0.3,
    tryThis: 'Take another cable, the one that came with the case.',
  },
  {
    link: 'port',
    what: 'The port is one of USB 2.0',
    rates: [38e6],
    prior: 0.2,
    tryThis: 'Use another port, straight at the computer.',
  },
  {
    link: 'port',
    what: 'The port carries only 5 Gb/s',
    rates: [400e6],
    prior: 0.12,
    tryThis: 'Use a port of 10 Gb/s or more.',
  },
  {
    link: 'hub',
    what: 'A hub shares its link with others',
    rates: [38e6, 200e6, 400e6],
    prior: 0.14,
    tryThis: 'Plug the case in without the hub, or let the other copy end first.',
  },
  {
    link: 'case',
    what: 'The case falls back to its older protocol or is too hot',
    rates: [120e6, 250e6],
    prior: 0.08,
    tryThis: 'Let it cool, or take another case.',
  },
  {
    link: 'new-drive',
    what: 'The new drive writes past its fast cache',
    rates: [80e6, 150e6, 300e6],
    prior: 0.1,
    tryThis: 'Nothing is broken: it stays this slow while it is written without a pause.',
  },
  {
    link: 'old-drive',
    what: 'The old drive reads slowly or retries',
    rates: [10e6, 60e6],
    prior: 0.06,
    tryThis: 'Look at its health report; copy what matters first.',
  },
];

/** Rates of one cause differ by about a quarter from piece to piece: the width of the bell on a logarithmic scale. */
const spread = 0.25;

/**
 * Ranks what could hold a copy back, by how well each would explain the rate seen: its prior times the likelihood of the rate
 * (log-normal around the rates it leads to). A drop in the middle of a copy is no matter of suspects: what was held before it is what counts
 * here. Empty where the rate is as expected.
 */
export function rankSuspects(seenBytesPerS: number, expectedBytesPerS: number): Suspect[] {
  if (seenBytesPerS <= 0 || seenBytesPerS >= expectedBytesPerS * farBelowShare) return [];
  const weighed = failings
    .filter(({ rates }) => Math.min(...rates) < expectedBytesPerS)
    .map(({ rates, prior, ...suspect }) => {
      // A cause with several rates shares its prior among them.
      const likelihood =
        rates.reduce(
          (sum, rate) => sum + Math.exp(-0.5 * (Math.log(seenBytesPerS / rate) / spread) ** 2),
          0,
        ) / rates.length;
      // A little is left for rates that none of the listed ones is near to.
      return { suspect, weight: prior * (likelihood + 0.01) };
    });
  const total = weighed.reduce((sum, { weight }) => sum + weight, 0);
  return weighed
    .map(({ suspect, weight }) => ({ ...suspect, share: weight / total }))
    .sort((a, b) => b.share - a.share);
}
