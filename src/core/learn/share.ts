/** One use that worked or not, one look that was right or not: whose it was, and when; ISO 8601. */
export type Trial = { key: string; isHit: boolean; at: string };

/** What is believed before anything was seen, and how fast what was seen is forgotten. */
export type ShareStart = {
  /** The share itself, and as how many trials it counts. */
  share: number;
  trials: number;
  /** As how many trials what all show counts for one. */
  sharedTrials: number;
  halvesInDays: number;
};

/** How often it is a hit, and from how many trials of its own and of others. */
export type LearnedShare = { share: number; here: number; elsewhere: number };

/**
 * How often something happens of one thing among others of its kind: a beta prior, updated by what the others show, and that by its own;
 * older trials count less (Gelman et al., Bayesian Data Analysis, 2.4 and 5.1, the shared weight given).
 */
export function learnedShare(
  trials: readonly Trial[],
  { key, at }: { key: string; at: string },
  start: ShareStart,
): LearnedShare {
  const sums = { here: { hits: 0, all: 0, count: 0 }, elsewhere: { hits: 0, all: 0, count: 0 } };
  for (const trial of trials) {
    const sum = trial.key === key ? sums.here : sums.elsewhere;
    const days = Math.max(0, (Date.parse(at) - Date.parse(trial.at)) / 86_400_000);
    const weight = 0.5 ** (days / start.halvesInDays);
    sum.all += weight;
    sum.count += 1;
    if (trial.isHit) sum.hits += weight;
  }
  const { here, elsewhere } = sums;
  const shared = (start.trials * start.share + elsewhere.hits) / (start.trials + elsewhere.all);
  const share = (start.sharedTrials * shared + here.hits) / (start.sharedTrials + here.all);
  return { share, here: here.count, elsewhere: elsewhere.count };
}

/** A stick or cable that nobody has used fails once in twenty-five uses: a named default. */
export const failureStart: ShareStart = Object.freeze({
  share: 0.04,
  trials: 20,
  sharedTrials: 6,
  halvesInDays: 730,
});

/** How often a check is read otherwise than it is: what the profile or the common list says counts as so many looks. */
export const misreadStart = (share: number): ShareStart => ({
  share,
  trials: 40,
  sharedTrials: 20,
  halvesInDays: 1460,
});

/** Nobody is always right, and a check that is wrong as often as not tells nothing. */
export const misreadWithin = Object.freeze({ least: 0.005, most: 0.4 });
