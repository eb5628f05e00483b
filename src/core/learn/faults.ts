/** A fault that was found behind a dead start: on which device, and when; ISO 8601. */
export type FaultSeen = { profileId: string; faultId: string; at: string };

/** Named defaults: as how many repairs the start weights count, and how fast what was seen is forgotten. */
export const faultLearning = Object.freeze({
  /** What a profile or the common list says, against repairs of other devices. */
  startCases: 12,
  /** What all devices show, against repairs of this one. */
  sharedCases: 8,
  halvesInDays: 730,
} as const);

/** Weights of faults as they are believed here, and from how many repairs of this device and of others. */
export type FaultWeights = { weights: Readonly<Record<string, number>>; here: number; elsewhere: number };

/**
 * How often each fault is behind a dead start, from what was found here: a Dirichlet prior with a start weight, updated by what other
 * devices had, and that by what this one had; older repairs count less (Gelman et al., Bayesian Data Analysis, 3.4). The sum of the
 * weights stays, so that "none of these" keeps its share.
 */
export function faultWeights(
  faults: readonly { id: string; weight: number }[],
  seen: readonly FaultSeen[],
  { profileId, at }: { profileId: string; at: string },
): FaultWeights {
  const known = new Set(faults.map(({ id }) => id));
  const counts = { here: new Map<string, number>(), elsewhere: new Map<string, number>() };
  const cases = { here: 0, elsewhere: 0 };
  const sums = { here: 0, elsewhere: 0 };
  for (const one of seen) {
    if (!known.has(one.faultId)) continue;
    const where = one.profileId === profileId ? 'here' : 'elsewhere';
    const days = Math.max(0, (Date.parse(at) - Date.parse(one.at)) / 86_400_000);
    const share = 0.5 ** (days / faultLearning.halvesInDays);
    counts[where].set(one.faultId, (counts[where].get(one.faultId) ?? 0) + share);
    cases[where] += 1;
    sums[where] += share;
  }
  const total = faults.reduce((sum, { weight }) => sum + weight, 0);
  const { startCases, sharedCases } = faultLearning;
  const weights = faults.map(({ id, weight }): [string, number] => {
    const shared =
      (startCases * (weight / total) + (counts.elsewhere.get(id) ?? 0)) / (startCases + sums.elsewhere);
    const own = (sharedCases * shared + (counts.here.get(id) ?? 0)) / (sharedCases + sums.here);
    return [id, own * total];
  });
  return { weights: Object.fromEntries(weights), ...cases };
}
