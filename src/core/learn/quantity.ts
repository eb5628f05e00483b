/**
 * What a bench learns of a quantity that has a usual value: how far the actual one strays from it, by what it hangs on (the person, the
 * device, the step; the case, the port, the kind of drive). In logarithms of actual ÷ usual the causes add up, each with a normal belief
 * of its own: a linear Gaussian model with random effects, updated one at a time (Kalman filter, each effect by its share of the
 * variance), its noise by the weighted conjugate update of a variance. Beliefs widen while nothing is seen of them (a random walk: that is
 * the forgetting). An observation far outside weighs little (Student’s t as a scale mixture, Lange, Little and Taylor 1989); none is
 * thrown out by hand.
 */

/** One thing that was seen: how long, fast or warm it was against what is usual, and what it hangs on. */
export type Observation = {
  /** Actual ÷ usual, above 0. */
  ratio: number;
  /** What it hangs on, coarse to fine; what is shared by two is learned for both. */
  keys: readonly string[];
  /** When it was seen, ISO 8601. */
  at: string;
};

/** What is believed of one cause: logarithm of the factor that it brings. */
export type Effect = { mean: number; variance: number; atMs: number; count: number };

export type Quantity = {
  effects: Readonly<Record<string, Effect>>;
  /** Sum of squares and weight behind the noise of a single observation. */
  noise: { sum: number; weight: number };
  /** How far the last ones lay from their forecast, in standard deviations as they were forecast before widening; the newest last. */
  scores: readonly number[];
  /** The same of whole sums, such as the hands of a job: what the steps alone do not tell, breaks and all. */
  sumScores: readonly number[];
  seen: number;
};

/** Named defaults of the model; all are of logarithms. */
export const learning = Object.freeze({
  /** What a cause that nobody has seen may bring: a factor of e^±0.25 either way in two of three cases. */
  startSd: 0.25,
  /** Scatter of single observations before any was seen, and how many observations that counts as. */
  startNoiseSd: 0.25,
  startWeight: 8,
  /** How far a cause may drift in a year. */
  driftSdPerYear: 0.12,
  /** Weight that the noise keeps from one observation to the next. */
  keeps: 0.99,
  /** Degrees of freedom of the likelihood: few make it robust. */
  freedom: 4,
  /** Forecasts that the widening looks back on. */
  looksBack: 100,
} as const);

const yearMs = 365.25 * 86_400_000;
/** Most that a ratio is off its usual value and still told apart, either way. */
const mostRatio = 50;

export const nothingLearned: Quantity = Object.freeze({
  effects: {},
  noise: {
    sum: learning.startNoiseSd ** 2 * learning.startWeight,
    weight: learning.startWeight,
  },
  scores: [],
  sumScores: [],
  seen: 0,
});

/** What is believed of a cause at a moment: wider the longer nothing was seen of it. */
function effectAt({ effects }: Pick<Quantity, 'effects'>, key: string, atMs: number): Effect {
  const {
    mean,
    variance,
    atMs: since,
    count,
  } = effects[key] ?? {
    mean: 0,
    variance: learning.startSd ** 2,
    atMs,
    count: 0,
  };
  const drift = (learning.driftSdPerYear ** 2 * Math.max(0, atMs - since)) / yearMs;
  return { mean, variance: Math.min(learning.startSd ** 2, variance + drift), atMs, count };
}

/** Variance of a single observation about its causes. */
export const noiseVariance = ({ noise }: Quantity): number => noise.sum / noise.weight;

/** Mean and variance of the logarithm of actual ÷ usual, for what hangs on these. */
export function believed(
  quantity: Quantity,
  keys: readonly string[],
  at: string,
): { mean: number; shared: number; own: number; from: number } {
  const atMs = Date.parse(at);
  const effects = keys.map((key) => effectAt(quantity, key, atMs));
  return {
    mean: effects.reduce((sum, { mean }) => sum + mean, 0),
    shared: effects.reduce((sum, { variance }) => sum + variance, 0),
    own: noiseVariance(quantity),
    // By its finest cause: that one is what is asked about.
    from: effects.at(-1)?.count ?? 0,
  };
}

/** Takes observations into account, in their order. */
export function learnInto(quantity: Quantity, observations: readonly Observation[]): Quantity {
  // One copy for all of them: a year has thousands.
  const effects: Record<string, Effect> = { ...quantity.effects };
  const scores = [...quantity.scores];
  let { noise, seen } = quantity;
  for (const { ratio, keys, at } of observations) {
    const y = Math.log(Math.min(mostRatio, Math.max(1 / mostRatio, ratio)));
    const atMs = Date.parse(at);
    const before = keys.map((key) => effectAt({ effects }, key, atMs));
    const mean = before.reduce((sum, effect) => sum + effect.mean, 0);
    const shared = before.reduce((sum, { variance }) => sum + variance, 0);
    const own = noise.sum / noise.weight;
    const off = y - mean;
    const score = off / Math.sqrt(shared + own);
    const { freedom } = learning;
    const weight = Math.min(1, (freedom + 1) / (freedom + score * score));
    const total = shared + own / weight;
    for (const [i, key] of keys.entries()) {
      const { mean: was, variance, count } = before[i]!;
      const gain = variance / total;
      effects[key] = { mean: was + gain * off, variance: variance * (1 - gain), atMs, count: count + 1 };
    }
    // What of the miss is noise, by its share of the variance; and what stays open of it.
    const share = own / weight / total;
    const square = weight * ((share * off) ** 2 + share * shared);
    noise = { sum: noise.sum * learning.keeps + square, weight: noise.weight * learning.keeps + 1 };
    scores.push(score);
    seen += 1;
  }
  return { effects, noise, scores: scores.slice(-learning.looksBack), sumScores: quantity.sumScores, seen };
}

/** Takes one observation into account. */
export const learn = (quantity: Quantity, observation: Observation): Quantity =>
  learnInto(quantity, [observation]);
