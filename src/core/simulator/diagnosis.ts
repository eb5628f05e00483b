import type { DeviceProfile } from '../device';
import { type CaseMinutes, type Check, type CheckId, caseMinutes, checks } from './check';
import {
  type Condition,
  type DeviceFault,
  type DeviceFaultId,
  deviceFaultsOf,
  inOrder,
} from './device-fault';

/** How often what a person sees and enters is not what was there: a named default, as the measured cases have it. */
export const misreadShare = 0.05;
/** A cause that stands above this is mended rather than tested further. */
export const standsAbove = 0.85;
/** Below this gain a further check says next to nothing, bits. */
const leastGainBits = 0.02;
/** So many acts, the best by information for a minute, are weighed by the minutes that they leave. */
const mostWeighed = 8;
/** How much likelier one fault is than two at once: a second one is as likely as its own share of this. */
const pairShare = 0.08;

/** A check and what it showed; or a remedy that was tried, after which it still does not start. */
export type Observation = { check: CheckId; outcome: string } | { mended: DeviceFaultId };

/** One fault, or two at once. */
export type Hypothesis = { faults: DeviceFaultId[]; prior: number };

export type Cause = { id: DeviceFaultId; name: string; probability: number; before: number };

/** What could be done next: a check, or a remedy that is tried because it is cheap; worth what it says for its minutes. */
export type NextDiagnosis = ({ kind: 'check'; check: Check } | { kind: 'mend'; fault: DeviceFault }) & {
  minutes: number;
  gainBits: number;
  gainPerMinute: number;
  /** Minutes to a running device when it is done now and the rest goes by what is likeliest for its minutes. */
  expectedMinutes: number;
};

export type Diagnosis = {
  /** Every fault that this device can have, the likeliest first; with two at once both count. */
  causes: Cause[];
  /** What is worth most for its minutes; null where nothing says anything more. */
  next: NextDiagnosis | null;
  /** What it has come to: one cause to mend, causes that cannot be told apart, or still open. */
  verdict: { kind: 'mend'; cause: Cause } | { kind: 'apart'; causes: Cause[] } | { kind: 'open' };
  /** Which observation moved what: for each, the cause whose probability it changed most. */
  moved: { observation: Observation; id: DeviceFaultId; from: number; to: number }[];
};

/** The faults of a device as single ones and pairs, with their priors; they sum to 1. */
export function hypotheses(
  profile: Pick<DeviceProfile, 'procedure' | 'firstPower'>,
  weights: Partial<Record<DeviceFaultId, number>> = {},
): Hypothesis[] {
  const all = deviceFaultsOf(profile);
  const weight = (fault: DeviceFault) => weights[fault.id] ?? fault.weight;
  const total = all.reduce((sum, fault) => sum + weight(fault), 0);
  const singles = all.map((fault) => ({ faults: [fault.id], prior: weight(fault) / total }));
  const pairs = singles.flatMap((a, i) =>
    singles
      .slice(i + 1)
      .filter((b) => ![a, b].some(({ faults: [id] }) => id === 'slow-start'))
      .map((b) => ({ faults: [...a.faults, ...b.faults], prior: 2 * pairShare * a.prior * b.prior })),
  );
  const sum = [...singles, ...pairs].reduce((one, { prior }) => one + prior, 0);
  return [...singles, ...pairs].map(({ faults, prior }) => ({ faults, prior: prior / sum }));
}

const conditionOf = (
  profile: Pick<DeviceProfile, 'procedure' | 'firstPower'>,
  ids: DeviceFaultId[],
): Condition =>
  deviceFaultsOf(profile)
    .filter(({ id }) => ids.includes(id))
    .reduce((condition, fault) => fault.change(condition), inOrder());

/** The likelihoods of one device: what the simulated one shows at each check under each hypothesis, worked out once. */
export class DiagnosisTable {
  readonly hypotheses: Hypothesis[];
  readonly times: CaseMinutes;
  private readonly shown: string[][];

  constructor(
    readonly profile: DeviceProfile,
    weights: Partial<Record<DeviceFaultId, number>> = {},
  ) {
    this.hypotheses = hypotheses(profile, weights);
    this.times = caseMinutes(profile);
    this.shown = checks.map((check) =>
      this.hypotheses.map(({ faults }) => check.observe(profile, conditionOf(profile, faults))),
    );
  }

  minutes = (check: Check) => check.minutes(this.profile, this.times);

  /** P(outcome | hypothesis): misread for any of the others alike. */
  likelihood(check: number, outcome: string, hypothesis: number): number {
    const others = Object.keys(checks[check]!.outcomes).length - 1;
    return this.shown[check]![hypothesis] === outcome ? 1 - misreadShare : misreadShare / others;
  }

  update(probabilities: number[], seen: Observation): number[] {
    if ('mended' in seen) return this.mended(probabilities, [seen.mended]);
    const { check, outcome } = seen;
    const index = checks.findIndex(({ id }) => id === check);
    const raw = probabilities.map((p, h) => p * this.likelihood(index, outcome, h));
    const sum = raw.reduce((a, b) => a + b, 0);
    const told = raw.map((p) => p / sum);
    const { mends } = checks[index]!;
    return mends ? this.mended(told, mends) : told;
  }

  get priors(): number[] {
    return this.hypotheses.map(({ prior }) => prior);
  }

  /** Probability of each fault, alone or with another. */
  marginals(probabilities: number[]): Map<DeviceFaultId, number> {
    const sums = new Map<DeviceFaultId, number>();
    for (const [h, { faults }] of this.hypotheses.entries())
      for (const id of faults) sums.set(id, (sums.get(id) ?? 0) + probabilities[h]!);
    return sums;
  }

  /** What remains once these faults were mended and the device still does not start: a hypothesis loses them. */
  mended(probabilities: number[], ids: readonly DeviceFaultId[]): number[] {
    const next = probabilities.map(() => 0);
    for (const [h, { faults }] of this.hypotheses.entries()) {
      const left = faults.filter((id) => !ids.includes(id));
      // All of it mended and still not started: somebody misread, or it was not mended.
      if (left.length === 0) continue;
      next[this.indexOf(left)]! += probabilities[h]!;
    }
    const sum = next.reduce((a, b) => a + b, 0);
    if (sum > 1e-9) return next.map((p) => p / sum);
    const others = this.hypotheses.map(({ faults, prior }) =>
      faults.some((id) => ids.includes(id)) ? 0 : prior,
    );
    const rest = others.reduce((a, b) => a + b, 0);
    return others.map((p) => p / rest);
  }

  private indexOf(ids: DeviceFaultId[]): number {
    return this.hypotheses.findIndex(
      ({ faults }) => faults.length === ids.length && faults.every((id) => ids.includes(id)),
    );
  }

  /** Minutes that a remedy takes, with opening and closing where it wants them, and a press to see what came of it. */
  mendMinutes = ({ mend }: DeviceFault): number =>
    mend.minutes + 1 + (mend.open ? this.times.open + this.times.close : 0);

  /**
   * What could be done next, the best first. All checks and remedies are ordered by the information that they bring for a minute of
   * work; among the best of them the one counts that leaves the fewest expected minutes, since information about a
   * cause that is dear to mend is worth more than about a cheap one.
   */
  rank(probabilities: number[]): NextDiagnosis[] {
    const before = entropyBits(probabilities);
    const worth = (minutes: number, branches: Branch[]) => {
      const after = branches.reduce((sum, { chance, left }) => sum + chance * entropyBits(left), 0);
      const gainBits = Math.max(0, before - after);
      return { minutes, gainBits, gainPerMinute: gainBits / minutes, branches };
    };
    const looked = checks.map((check, index) => ({
      kind: 'check' as const,
      check,
      ...worth(
        this.minutes(check),
        Object.keys(check.outcomes).flatMap((outcome) => this.branch(probabilities, index, outcome)),
      ),
    }));
    const tried = deviceFaultsOf(this.profile).map((fault) => {
      const ends = probabilities[this.indexOf([fault.id])]!;
      const left = this.mended(probabilities, [fault.id]);
      return {
        kind: 'mend' as const,
        fault,
        ...worth(this.mendMinutes(fault), ends < 1 ? [{ chance: 1 - ends, left }] : []),
      };
    });
    const sorted = [...looked, ...tried].sort((a, b) => b.gainPerMinute - a.gainPerMinute);
    return sorted
      .slice(0, mostWeighed)
      .map(({ branches, ...act }) => ({
        ...act,
        expectedMinutes:
          act.minutes + branches.reduce((sum, { chance, left }) => sum + chance * this.minutesFrom(left), 0),
      }))
      .sort((a, b) => a.expectedMinutes - b.expectedMinutes);
  }

  /** What is left when a check shows this, and how likely that is; what the check mends by the way is mended, or ends it. */
  private branch(probabilities: number[], index: number, outcome: string): Branch[] {
    const joint = probabilities.map((p, h) => p * this.likelihood(index, outcome, h));
    const chance = joint.reduce((a, b) => a + b, 0);
    if (chance <= 0) return [];
    const told = joint.map((p) => p / chance);
    const { mends } = checks[index]!;
    if (!mends) return [{ chance, left: told }];
    const ends = this.hypotheses.reduce(
      (sum, { faults }, h) => sum + (faults.every((id) => mends.includes(id)) ? told[h]! : 0),
      0,
    );
    return ends < 1 ? [{ chance: chance * (1 - ends), left: this.mended(told, mends) }] : [];
  }

  /** Expected minutes to a running device when remedies are tried in the order of their probability for a minute. */
  private minutesFrom(probabilities: number[]): number {
    const marginals = this.marginals(probabilities);
    const inside = checks.find(({ mends }) => mends)!;
    const single = deviceFaultsOf(this.profile).map((fault) => ({
      ids: [fault.id] as readonly DeviceFaultId[],
      minutes: this.mendMinutes(fault),
      p: marginals.get(fault.id)!,
    }));
    const group = {
      ids: inside.mends!,
      minutes: this.minutes(inside) + 1,
      p: inside.mends!.reduce((sum, id) => sum + (marginals.get(id) ?? 0), 0),
    };
    const order = [...single, group].sort((a, b) => b.p / b.minutes - a.p / a.minutes);
    const done = new Set<DeviceFaultId>();
    let [minutes, open] = [0, probabilities.map((p, h) => ({ p, h }))];
    for (const { ids, minutes: cost } of order) {
      if (ids.every((id) => done.has(id))) continue;
      const unfinished = open.reduce((sum, { p }) => sum + p, 0);
      if (unfinished < 1e-4) break;
      minutes += unfinished * cost;
      ids.forEach((id) => done.add(id));
      open = open.filter(({ h }) => !this.hypotheses[h]!.faults.every((id) => done.has(id)));
    }
    return minutes;
  }
}

type Branch = { chance: number; left: number[] };

export const entropyBits = (probabilities: number[]): number =>
  -probabilities.reduce((sum, p) => (p > 0 ? sum + p * Math.log2(p) : sum), 0);

/** What is likely wrong after what was seen, and what to look at next. `seen` in the order in which it was seen. */
export function diagnose(table: DiagnosisTable, seen: Observation[]): Diagnosis {
  const moved: Diagnosis['moved'] = [];
  let probabilities = table.priors;
  const priors = table.marginals(probabilities);
  for (const observation of seen) {
    const before = table.marginals(probabilities);
    probabilities = table.update(probabilities, observation);
    const after = table.marginals(probabilities);
    const [id, to] = [...after].reduce((most, one) =>
      Math.abs(one[1] - before.get(one[0])!) > Math.abs(most[1] - before.get(most[0])!) ? one : most,
    );
    moved.push({ observation, id, from: before.get(id)!, to });
  }
  const marginals = table.marginals(probabilities);
  const causes = deviceFaultsOf(table.profile)
    .map(({ id, name }) => ({ id, name, probability: marginals.get(id)!, before: priors.get(id)! }))
    .sort((a, b) => b.probability - a.probability);
  const best = table.rank(probabilities)[0]!;
  const next = best.gainBits >= leastGainBits ? best : null;
  const [first] = causes;
  if (first!.probability >= standsAbove && seen.length > 0)
    return { causes, next, verdict: { kind: 'mend', cause: first! }, moved };
  return {
    causes,
    next,
    verdict: next
      ? { kind: 'open' }
      : { kind: 'apart', causes: causes.filter(({ probability }) => probability >= 0.05) },
    moved,
  };
}
