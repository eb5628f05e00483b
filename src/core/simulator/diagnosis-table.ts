import type { World, WorldCheck, WorldFault } from './world';

/** How much likelier one fault is than two at once: a second one is as likely as its own share of this. */
const pairShare = 0.1;
/** How likely it is, before anything is seen, that what is wrong stands in no list: a named default until the logbook knows. */
const nonePrior = 0.06;
/** How often a remedy is done and has not mended what it is for: somebody slipped, or took one part for another. */
export const remedySlips = 0.02;
/** Of a fault that nobody listed: how likely a part that is looked at is as it should be. */
const soundUnderNone = 0.8;

/** A slow start is mended by nothing but waiting, which is a check. */
export const waiting = 'slow-start';

/**
 * A check and what it showed, with what the device shows at the key where the check mended something by the way and it still does not
 * start; or a remedy that was tried, after which it still does not start, with what it shows now where somebody looked.
 */
export type Observation =
  { check: string; outcome: string; shows?: string } | { mended: string; shows?: string };

/** One fault, two at once, or none of those listed. */
export type Hypothesis = { faults: string[]; prior: number };

/** What may come of an act, and what is left to believe then; the device does not start in any of them. */
export type Branch = { chance: number; left: number[] };

/** A check with each of its outcomes, and how likely each hypothesis makes it. */
export type CheckRow = { check: WorldCheck; outcomes: { outcome: string; likelihoods: number[] }[] };

/** The faults of a device as single ones, pairs, and none of them, with their priors; they sum to 1. */
export function hypotheses(world: World, weights: Partial<Record<string, number>> = {}): Hypothesis[] {
  const weight = (fault: WorldFault) => weights[fault.id] ?? fault.weight;
  const total = world.faults.reduce((sum, fault) => sum + weight(fault), 0);
  const singles = world.faults.map((fault) => ({ faults: [fault.id], prior: weight(fault) / total }));
  const pairs = singles.flatMap((a, i) =>
    singles
      .slice(i + 1)
      .filter((b) => ![a, b].some(({ faults: [id] }) => id === waiting))
      .map((b) => ({ faults: [...a.faults, ...b.faults], prior: 2 * pairShare * a.prior * b.prior })),
  );
  const listed = [...singles, ...pairs];
  const sum = listed.reduce((one, { prior }) => one + prior, 0);
  return [
    ...listed.map(({ faults, prior }) => ({ faults, prior: ((1 - nonePrior) * prior) / sum })),
    { faults: [], prior: nonePrior },
  ];
}

/** The likelihoods of one device: what it shows at each check under each hypothesis, worked out once. */
export class DiagnosisTable {
  readonly hypotheses: Hypothesis[];
  /** The place of none of those listed, the last. */
  readonly noneAt: number;
  /** By hypothesis: its faults, by their places in the world. */
  readonly places: readonly (readonly number[])[];
  readonly rows: readonly CheckRow[];
  readonly priors: number[];
  private readonly faultAt = new Map<string, number>();
  private readonly press: CheckRow | undefined;

  constructor(
    readonly world: World,
    weights: Partial<Record<string, number>> = {},
    /** How often a check is misread, where that was learned; else as its check says. */
    private readonly misreads: Partial<Record<string, number>> = {},
  ) {
    this.hypotheses = hypotheses(world, weights);
    this.noneAt = this.hypotheses.length - 1;
    this.priors = this.hypotheses.map(({ prior }) => prior);
    world.faults.forEach(({ id }, at) => this.faultAt.set(id, at));
    this.places = this.hypotheses.map(({ faults }) => faults.map((id) => this.faultAt.get(id) ?? -1));
    this.rows = world.checks.map((check) => {
      const shown = this.hypotheses.map(({ faults }) => world.shows(check, faults));
      const likelihoods = (outcome: string) =>
        shown.map((one, h) => this.likelihood(check, outcome, one, h === this.noneAt));
      return {
        check,
        outcomes: Object.keys(check.outcomes).map((outcome) => ({
          outcome,
          likelihoods: likelihoods(outcome),
        })),
      };
    });
    this.press = this.rows.find(({ check }) => check.id === 'press');
  }

  /** P(outcome | hypothesis): misread for any of the others alike; of none of those listed by what is looked at. */
  private likelihood(check: WorldCheck, outcome: string, shown: string, isNone: boolean): number {
    const { outcomes, misread: stated, sound, isOfPart, id } = check;
    const misread = this.misreads[id] ?? stated;
    const others = Object.keys(outcomes).length - 1;
    if (!isNone) return shown === outcome ? 1 - misread : misread / others;
    // It did not start, whatever it is: that much is known of it.
    if (!isOfPart && 'started' in outcomes)
      return outcome === 'started' ? misread / others : (1 - misread / others) / others;
    const isSound = isOfPart || id === 'wait' ? soundUnderNone : 1 / (others + 1);
    return outcome === sound ? isSound : (1 - isSound) / others;
  }

  update(probabilities: number[], seen: Observation): number[] {
    const mends = 'mended' in seen ? [seen.mended] : (this.world.check(seen.check)?.mends ?? []);
    const told = 'mended' in seen ? probabilities : this.told(probabilities, seen.check, seen.outcome);
    const left = mends.length > 0 ? this.mended(told, mends) : told;
    return seen.shows === undefined ? left : this.told(left, 'press', seen.shows);
  }

  private told(probabilities: number[], check: string, outcome: string): number[] {
    const row = this.rows.find((one) => one.check.id === check);
    const shown = row?.outcomes.find((one) => one.outcome === outcome);
    return shown ? weighed(probabilities, shown.likelihoods).left : probabilities;
  }

  /** How likely it is none of those listed. */
  none = (probabilities: number[]): number => probabilities[this.noneAt] ?? 0;

  /** Probability of each fault, alone or with another. */
  marginals(probabilities: number[]): Map<string, number> {
    const sums = this.faultSums(probabilities);
    return new Map(this.world.faults.map(({ id }, at) => [id, sums[at] ?? 0]));
  }

  /** The same, by the place of the fault in the world. */
  faultSums(probabilities: number[]): Float64Array {
    const sums = new Float64Array(this.world.faults.length);
    for (const [h, faults] of this.places.entries())
      for (const at of faults) sums[at] = (sums[at] ?? 0) + (probabilities[h] ?? 0);
    return sums;
  }

  /** Which faults are among these, by their places. */
  flags(ids: readonly string[]): Uint8Array {
    const flags = new Uint8Array(this.world.faults.length);
    for (const id of ids) {
      const at = this.faultAt.get(id);
      if (at !== undefined) flags[at] = 1;
    }
    return flags;
  }

  /**
   * What remains once these faults were mended and the device still does not start. A hypothesis loses them; where nothing of it is
   * left, the remedy slipped, which is rare. Nothing that was learned is taken back.
   */
  mended(probabilities: number[], ids: readonly string[]): number[] {
    const isMended = this.flags(ids);
    const next = probabilities.map(() => 0);
    const add = (h: number, p: number) => (next[h] = (next[h] ?? 0) + p);
    for (const [h, faults] of this.places.entries()) {
      const p = probabilities[h] ?? 0;
      const left = faults.filter((at) => isMended[at] !== 1);
      // What is left of a pair is one fault: the hypotheses begin with the single ones, in the order of the world.
      const [single] = left;
      if (left.length === faults.length) add(h, p);
      else {
        add(h, p * remedySlips);
        if (single !== undefined) add(single, p * (1 - remedySlips));
      }
    }
    const sum = next.reduce((a, b) => a + b, 0);
    return next.map((p) => p / sum);
  }

  /** How likely a hypothesis is among those that these remedies end. */
  ends(probabilities: number[], ids: readonly string[]): number {
    const isMended = this.flags(ids);
    return this.places.reduce(
      (sum, faults, h) =>
        faults.length > 0 && faults.every((at) => isMended[at] === 1) ? sum + (probabilities[h] ?? 0) : sum,
      0,
    );
  }

  /** What is left by what a check shows, and how likely that is; what the check mends by the way is mended, or ends it. */
  branches(probabilities: number[], { check: { mends }, outcomes }: CheckRow): Branch[] {
    return outcomes.flatMap(({ likelihoods }) => {
      const { chance, left } = weighed(probabilities, likelihoods);
      if (chance <= 0) return [];
      if (mends.length === 0) return [{ chance, left }];
      const ends = this.ends(left, mends);
      return ends < 1 ? [{ chance: chance * (1 - ends), left: this.mended(left, mends) }] : [];
    });
  }

  /** What is left by what it shows at the key, once something was mended and it still does not start. */
  atKey({ chance, left }: Branch): Branch[] {
    if (!this.press) return [{ chance, left }];
    return this.press.outcomes.flatMap(({ likelihoods }) => {
      const shown = weighed(left, likelihoods);
      return shown.chance > 0 ? [{ chance: chance * shown.chance, left: shown.left }] : [];
    });
  }
}

/** Bayes: each weighed by how likely it makes what was seen. */
function weighed(probabilities: number[], likelihoods: number[]): Branch {
  const joint = probabilities.map((p, h) => p * (likelihoods[h] ?? 0));
  const chance = joint.reduce((a, b) => a + b, 0);
  return { chance, left: chance > 0 ? joint.map((p) => p / chance) : probabilities };
}
