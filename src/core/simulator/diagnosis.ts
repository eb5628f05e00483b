import type { World, WorldCheck, WorldFault } from './world';

/** A cause that stands above this is mended rather than tested further. */
export const standsAbove = 0.85;
/** Below this gain a further check says next to nothing, bits. */
const leastGainBits = 0.02;
/** So many acts, the best by the minutes that they leave, are weighed again. */
const mostWeighed = 6;
/** How much likelier one fault is than two at once: a second one is as likely as its own share of this. */
const pairShare = 0.1;
/** How likely it is, before anything is seen, that what is wrong stands in no list: a named default until the logbook knows. */
const nonePrior = 0.06;
/** How often a remedy is done and has not mended what it is for: somebody slipped, or took one part for another. */
const remedySlips = 0.02;
/** Above this it is none of those listed, and the diagnosis ends. */
const endsAbove = 0.9;
/** Of a fault that nobody listed: how likely a part that is looked at is as it should be. */
const soundUnderNone = 0.8;
/** What an hour of looking is worth against handing the device on: a remedy is tried where its chance pays its minutes. */
const minutesForCertain = 2000;

/** What a remedy for a fault that is not there costs beside its minutes: something is moved that was right. Minutes. */
const wrongRemedyCosts = 1.3;
/** What is less likely than this is not looked into further. */
const leastChance = 0.005;

/** A slow start is mended by nothing but waiting, which is a check. */
const waiting = 'slow-start';

/** A check and what it showed; or a remedy that was tried, after which it still does not start, with what it shows now where somebody looked. */
export type Observation = { check: string; outcome: string } | { mended: string; shows?: string };

/** One fault, two at once, or none of those listed. */
export type Hypothesis = { faults: string[]; prior: number };

export type Cause = { id: string; name: string; probability: number; before: number };

/** What could be done next: a check, or a remedy that is tried because it is cheap; worth what it says for its minutes. */
export type NextDiagnosis = ({ kind: 'check'; check: WorldCheck } | { kind: 'mend'; fault: WorldFault }) & {
  minutes: number;
  gainBits: number;
  gainPerMinute: number;
  /** Minutes to a running device when it is done now and the rest goes by what is likeliest for its minutes. */
  expectedMinutes: number;
};

/** How it ends where nothing listed explains it, or nothing more is worth its minutes. */
export type Ending = {
  /** What is left and cannot be told apart, the likeliest first. */
  left: Cause[];
  /** Faults that were looked for, or mended, and are out of the question. */
  ruledOut: Cause[];
  /** How likely it is none of those listed. */
  none: number;
};

export type Diagnosis = {
  /** Every fault that this device can have, the likeliest first; with two at once both count. */
  causes: Cause[];
  /** How likely it is none of them. */
  none: { probability: number; before: number };
  /** What is worth most for its minutes; null where it has ended. */
  next: NextDiagnosis | null;
  /** What it has come to: one cause to mend, the end of what can be told, or still open. */
  verdict: { kind: 'mend'; cause: Cause } | { kind: 'end'; ending: Ending } | { kind: 'open' };
  /** Which observation moved what: for each, the cause whose probability it changed most; `none` stands for none of those listed. */
  moved: { observation: Observation; id: string; from: number; to: number }[];
};

/** The faults of a device as single ones, pairs, and none of them, with their priors; they sum to 1. */
export function hypotheses(world: World, weights: Partial<Record<string, number>> = {}): Hypothesis[] {
  const weight = (fault: WorldFault) => weights[fault.id] ?? fault.weight;
  const total = world.faults.reduce((sum, fault) => sum + weight(fault), 0);
  const singles = world.faults.map((fault) => ({ faults: [fault.id], prior: weight(fault) / total }));
  const pairs = singles.flatMap((a, i) =>
    singles
      .slice(i + 1)
      .filter((b) => ![a, b].some(({ faults: [id] }) => id === 'slow-start'))
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
  private readonly shown: string[][];
  private readonly index = new Map<string, number>();
  private readonly noneAt: number;

  constructor(
    readonly world: World,
    weights: Partial<Record<string, number>> = {},
    /** How often a check is misread, where that was learned; else as its check says. */
    private readonly misreads: Partial<Record<string, number>> = {},
  ) {
    this.hypotheses = hypotheses(world, weights);
    this.hypotheses.forEach(({ faults }, h) => this.index.set(faults.join(' '), h));
    this.noneAt = this.hypotheses.length - 1;
    this.shown = world.checks.map((check) => this.hypotheses.map(({ faults }) => world.shows(check, faults)));
  }

  /** P(outcome | hypothesis): misread for any of the others alike; of none of those listed by what is looked at. */
  likelihood(check: number, outcome: string, hypothesis: number): number {
    const { outcomes, misread: stated, sound, isOfPart, id } = this.world.checks[check]!;
    const misread = this.misreads[id] ?? stated;
    const others = Object.keys(outcomes).length - 1;
    if (hypothesis !== this.noneAt)
      return this.shown[check]![hypothesis] === outcome ? 1 - misread : misread / others;
    // It did not start, whatever it is: that much is known of it.
    if (!isOfPart && 'started' in outcomes)
      return outcome === 'started' ? misread / others : (1 - misread / others) / others;
    const isSound = isOfPart || id === 'wait' ? soundUnderNone : 1 / (others + 1);
    return outcome === sound ? isSound : (1 - isSound) / others;
  }

  update(probabilities: number[], seen: Observation): number[] {
    if ('mended' in seen) {
      const left = this.mended(probabilities, [seen.mended]);
      return seen.shows === undefined ? left : this.told(left, 'press', seen.shows);
    }
    const told = this.told(probabilities, seen.check, seen.outcome);
    const mends = this.world.check(seen.check)?.mends ?? [];
    return mends.length > 0 ? this.mended(told, mends) : told;
  }

  private told(probabilities: number[], check: string, outcome: string): number[] {
    const at = this.world.checks.findIndex(({ id }) => id === check);
    if (at < 0) return probabilities;
    const raw = probabilities.map((p, h) => p * this.likelihood(at, outcome, h));
    const sum = raw.reduce((a, b) => a + b, 0);
    return raw.map((p) => p / sum);
  }

  get priors(): number[] {
    return this.hypotheses.map(({ prior }) => prior);
  }

  /** How likely it is none of those listed. */
  none = (probabilities: number[]): number => probabilities[this.noneAt] ?? 0;

  /** Probability of each fault, alone or with another. */
  marginals(probabilities: number[]): Map<string, number> {
    const sums = new Map<string, number>();
    for (const [h, { faults }] of this.hypotheses.entries())
      for (const id of faults) sums.set(id, (sums.get(id) ?? 0) + (probabilities[h] ?? 0));
    return sums;
  }

  /**
   * What remains once these faults were mended and the device still does not start. A hypothesis loses them; where nothing of it is
   * left, the remedy slipped, which is rare. Nothing that was learned is taken back.
   */
  mended(probabilities: number[], ids: readonly string[]): number[] {
    const next = probabilities.map(() => 0);
    for (const [h, { faults }] of this.hypotheses.entries()) {
      const left = faults.filter((id) => !ids.includes(id));
      const p = probabilities[h] ?? 0;
      if (left.length === faults.length) next[h] = (next[h] ?? 0) + p;
      else if (left.length === 0) next[h] = (next[h] ?? 0) + p * remedySlips;
      else {
        next[this.index.get(left.join(' '))!]! += p * (1 - remedySlips);
        next[h] = (next[h] ?? 0) + p * remedySlips;
      }
    }
    const sum = next.reduce((a, b) => a + b, 0);
    return next.map((p) => p / sum);
  }

  /**
   * What could be done next, the best first: of all checks and remedies that were not done yet the one that leaves the fewest expected
   * minutes, opening and closing counted, as if it were one of those listed. What says next to nothing, or whose chance does
   * not pay its minutes, is left out.
   */
  rank(all: number[], done: ReadonlySet<string>): NextDiagnosis[] {
    const probabilities = this.listedOnly(all);
    const before = entropyBits(probabilities);
    const worth = (minutes: number, branches: Branch[]) => {
      const after = branches.reduce((sum, { chance, left }) => sum + chance * entropyBits(left), 0);
      const gainBits = Math.max(0, before - after);
      return { minutes, gainBits, gainPerMinute: gainBits / minutes, branches };
    };
    const marginals = this.marginals(all);
    const looked = this.world.checks
      .map((check, index) => ({ check, index }))
      .filter(({ check }) => !done.has(check.id))
      .map(({ check, index }) => ({
        kind: 'check' as const,
        check,
        ...worth(
          check.minutes,
          Object.keys(check.outcomes).flatMap((outcome) => this.branch(probabilities, index, outcome)),
        ),
      }))
      .filter(({ gainBits }) => gainBits >= leastGainBits);
    const tried = this.world.faults
      .filter(({ id }) => !done.has(`mend ${id}`) && id !== waiting)
      .filter((fault) => (marginals.get(fault.id) ?? 0) * minutesForCertain >= this.world.mendMinutes(fault))
      .map((fault) => {
        const ends = probabilities[this.index.get(fault.id)!]! * (1 - remedySlips);
        const left = this.mended(probabilities, [fault.id]);
        return {
          kind: 'mend' as const,
          fault,
          ...worth(this.world.mendMinutes(fault), ends < 1 ? [{ chance: 1 - ends, left }] : []),
        };
      });
    const acts = [...looked, ...tried]
      .map((act) => ({ ...act, expectedMinutes: this.after(act, (left) => this.minutesFrom(left, done)) }))
      .sort((a, b) => a.expectedMinutes - b.expectedMinutes);
    const cost = (act: (typeof acts)[number]) =>
      act.expectedMinutes +
      (act.kind === 'mend' ? wrongRemedyCosts * (1 - (marginals.get(act.fault.id) ?? 0)) : 0);
    // The best of them again, with a look counted in that may follow: a remedy that fails is seldom followed by the next remedy.
    const best = acts
      .slice(0, mostWeighed)
      .map((act) => ({
        ...act,
        expectedMinutes: this.after(act, (left) => this.withOneLook(left, act, done)),
      }))
      .sort((a, b) => cost(a) - cost(b));
    return best.map(({ branches: _, ...act }) => act);
  }

  /** Minutes of an act, and those that are left in the mean by each way that it can come out. */
  private after({ minutes, branches }: Weighed, left: (probabilities: number[]) => number): number {
    return minutes + branches.reduce((sum, { chance, left: p }) => sum + chance * left(p), 0);
  }

  /** As `minutesFrom`, or less where one more look comes first. */
  private withOneLook(probabilities: number[], act: Weighed, done: ReadonlySet<string>): number {
    let least = this.minutesFrom(probabilities, done);
    for (const [index, check] of this.world.checks.entries()) {
      if (done.has(check.id) || act.check === check) continue;
      let minutes = check.minutes;
      for (const outcome of Object.keys(check.outcomes)) {
        for (const { chance, left } of this.branch(probabilities, index, outcome))
          minutes += chance * (chance < leastChance ? least : this.minutesFrom(left, done));
        if (minutes >= least) break;
      }
      least = Math.min(least, minutes);
    }
    return least;
  }

  /** As if it were one of those listed: what is none of them is helped by no act, and none is chosen for it. */
  private listedOnly(probabilities: number[]): number[] {
    const listed = 1 - this.none(probabilities);
    return listed < 1e-9 ? probabilities : probabilities.map((p, h) => (h === this.noneAt ? 0 : p / listed));
  }

  /** What is left when a check shows this, and how likely that is; what the check mends by the way is mended, or ends it. */
  private branch(probabilities: number[], index: number, outcome: string): Branch[] {
    const joint = probabilities.map((p, h) => p * this.likelihood(index, outcome, h));
    const chance = joint.reduce((a, b) => a + b, 0);
    if (chance <= 0) return [];
    const told = joint.map((p) => p / chance);
    const { mends } = this.world.checks[index]!;
    if (mends.length === 0) return [{ chance, left: told }];
    const ends = this.hypotheses.reduce(
      (sum, { faults }, h) =>
        sum + (faults.length > 0 && faults.every((id) => mends.includes(id)) ? (told[h] ?? 0) : 0),
      0,
    );
    return ends < 1 ? [{ chance: chance * (1 - ends), left: this.mended(told, mends) }] : [];
  }

  /**
   * Expected minutes to the end when remedies are tried in the order of their probability for a minute, as far as each is worth its
   * minutes. What is none of those listed goes through all of them.
   */
  private minutesFrom(probabilities: number[], done: ReadonlySet<string>): number {
    const marginals = this.marginals(probabilities);
    const single = this.world.faults.map((fault) => ({
      ids: [fault.id] as readonly string[],
      minutes: this.world.mendMinutes(fault),
      p: marginals.get(fault.id) ?? 0,
    }));
    const groups = this.world.checks
      .filter(({ mends, id }) => mends.length > 0 && !done.has(id))
      .map(({ mends, minutes }) => ({
        ids: mends,
        minutes: minutes + 1,
        p: mends.reduce((sum, id) => sum + (marginals.get(id) ?? 0), 0),
      }));
    const order = [...single, ...groups].sort((a, b) => b.p / b.minutes - a.p / a.minutes);
    const mended = new Set<string>();
    const none = this.none(probabilities);
    let minutes = 0;
    let open = this.hypotheses.flatMap(({ faults }, h) =>
      faults.length > 0 ? [{ p: probabilities[h] ?? 0, faults }] : [],
    );
    for (const { ids, minutes: cost, p: chance } of order) {
      if (ids.every((id) => mended.has(id))) continue;
      const unfinished = none + open.reduce((sum, { p }) => sum + p, 0);
      if (chance * minutesForCertain < cost * unfinished || unfinished < 1e-4) break;
      minutes += unfinished * cost;
      ids.forEach((id) => mended.add(id));
      open = open.filter(({ faults }) => !faults.every((id) => mended.has(id)));
    }
    return minutes;
  }
}

type Branch = { chance: number; left: number[] };
type Weighed = { minutes: number; branches: Branch[]; check?: WorldCheck };

export const entropyBits = (probabilities: number[]): number =>
  -probabilities.reduce((sum, p) => (p > 0 ? sum + p * Math.log2(p) : sum), 0);

/** What was done already, under the names that `rank` knows: nothing is asked or tried twice. */
const doneOf = (seen: readonly Observation[]): Set<string> =>
  new Set(seen.map((one) => ('mended' in one ? `mend ${one.mended}` : one.check)));

const noneId = 'none';

/** What is likely wrong after what was seen, and what to look at next. `seen` in the order in which it was seen. */
export function diagnose(table: DiagnosisTable, seen: Observation[]): Diagnosis {
  const moved: Diagnosis['moved'] = [];
  let probabilities = table.priors;
  const priors = table.marginals(probabilities);
  const withNone = (p: number[]) => new Map([...table.marginals(p), [noneId, table.none(p)]]);
  for (const observation of seen) {
    const before = withNone(probabilities);
    probabilities = table.update(probabilities, observation);
    const [id, to] = [...withNone(probabilities)].reduce((most, one) =>
      Math.abs(one[1] - before.get(one[0])!) > Math.abs(most[1] - before.get(most[0])!) ? one : most,
    );
    moved.push({ observation, id, from: before.get(id) ?? 0, to });
  }
  const marginals = table.marginals(probabilities);
  const causes = table.world.faults
    .map(({ id, name }) => ({ id, name, probability: marginals.get(id) ?? 0, before: priors.get(id) ?? 0 }))
    .sort((a, b) => b.probability - a.probability);
  const none = { probability: table.none(probabilities), before: table.none(table.priors) };
  const done = doneOf(seen);
  const [best = null] = none.probability >= endsAbove ? [] : table.rank(probabilities, done);
  const [first] = causes;
  const base = { causes, none, moved };
  // A cause that stands out is mended; by a look that mends others on its way where that takes no longer.
  const stands = first && first.probability >= standsAbove ? first : null;
  if (stands && best?.kind === 'mend' && best.fault.id === stands.id)
    return { ...base, next: best, verdict: { kind: 'mend', cause: stands } };
  if (best) return { ...base, next: best, verdict: { kind: 'open' } };
  return {
    ...base,
    next: null,
    verdict: {
      kind: 'end',
      ending: {
        left: causes.filter(({ probability }) => probability >= 0.02),
        ruledOut: causes.filter(({ probability, before }) => probability < 0.02 && probability < before / 2),
        none: none.probability,
      },
    },
  };
}
