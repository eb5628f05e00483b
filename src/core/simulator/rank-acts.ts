import { type Branch, type CheckRow, type DiagnosisTable, remedySlips, waiting } from './diagnosis-table';
import type { WorldCheck, WorldFault } from './world';

/** Below this gain a further check says next to nothing, bits. */
const leastGainBits = 0.02;
/** So many acts, the best by the minutes that they leave, are weighed again. */
const mostWeighed = 6;
/** What an hour of looking is worth against handing the device on: a remedy is tried where its chance pays its minutes. */
const minutesForCertain = 2000;
/** What a remedy for a fault that is not there costs beside its minutes: something is moved that was right. Minutes. */
const wrongRemedyCosts = 5;
/** What is less likely than this is not looked into further. */
const leastChance = 0.005;

/** What could be done next: a check, or a remedy that is tried because it is cheap; worth what it says for its minutes. */
export type NextDiagnosis = ({ kind: 'check'; check: WorldCheck } | { kind: 'mend'; fault: WorldFault }) & {
  minutes: number;
  gainBits: number;
  gainPerMinute: number;
  /** Minutes to a running device when it is done now and the rest goes by what is likeliest for its minutes. */
  expectedMinutes: number;
};

export const entropyBits = (probabilities: number[]): number =>
  -probabilities.reduce((sum, p) => (p > 0 ? sum + p * Math.log2(p) : sum), 0);

/** What is tried for its chance: one remedy, or a look that mends several by the way. */
type Attempt = { faults: number[]; minutes: number };

/** What could follow an act, where these were done already. */
class Following {
  private readonly attempts: Attempt[];
  private readonly looks: CheckRow[];

  constructor(
    private readonly table: DiagnosisTable,
    done: ReadonlySet<string>,
  ) {
    const { world } = table;
    const places = (ids: readonly string[]) =>
      world.faults.flatMap(({ id }, at) => (ids.includes(id) ? [at] : []));
    this.looks = table.rows.filter(({ check }) => !done.has(check.id));
    this.attempts = [
      ...world.faults.map((fault, at) => ({ faults: [at], minutes: world.mendMinutes(fault) })),
      ...this.looks
        .filter(({ check }) => check.mends.length > 0)
        .map(({ check }) => ({ faults: places(check.mends), minutes: check.minutes + 1 })),
    ];
  }

  /**
   * Expected minutes to the end when remedies are tried in the order of their probability for a minute, as far as each is worth its
   * minutes. What is none of those listed goes through all of them.
   */
  minutesFrom(probabilities: number[]): number {
    const { table, attempts } = this;
    const sums = table.faultSums(probabilities);
    const order = attempts
      .map(({ faults, minutes }) => {
        const chance = faults.reduce((sum, at) => sum + (sums[at] ?? 0), 0);
        return { faults, minutes, chance, worth: chance / minutes };
      })
      .sort((a, b) => b.worth - a.worth);
    const isMended = new Uint8Array(sums.length);
    const none = table.none(probabilities);
    let open = table.places.flatMap((places, h) => {
      const p = probabilities[h] ?? 0;
      return places.length > 0 && p > 0 ? [{ p, places }] : [];
    });
    let unfinished = open.reduce((sum, { p }) => sum + p, none);
    let total = 0;
    for (const { faults, minutes, chance } of order) {
      if (faults.every((at) => isMended[at] === 1)) continue;
      if (chance * minutesForCertain < minutes * unfinished || unfinished < 1e-4) break;
      total += unfinished * minutes;
      for (const at of faults) isMended[at] = 1;
      open = open.filter(({ places }) => !places.every((at) => isMended[at] === 1));
      unfinished = open.reduce((sum, { p }) => sum + p, none);
    }
    return total;
  }

  /** As `minutesFrom`, or less where one more look comes first. */
  withOneLook(probabilities: number[], justDone?: WorldCheck): number {
    let least = this.minutesFrom(probabilities);
    for (const look of this.looks) {
      const { check } = look;
      if (check === justDone) continue;
      let minutes = check.minutes;
      for (const { chance, left } of this.table.branches(probabilities, look)) {
        minutes += chance * (chance < leastChance ? least : this.minutesFrom(left));
        if (minutes >= least) break;
      }
      least = Math.min(least, minutes);
    }
    return least;
  }
}

/** As if it were one of those listed: what is none of them is helped by no act, and none is chosen for it. */
function listedOnly(table: DiagnosisTable, probabilities: number[]): number[] {
  const listed = 1 - table.none(probabilities);
  return listed < 1e-9 ? probabilities : probabilities.map((p, h) => (h === table.noneAt ? 0 : p / listed));
}

const after = (
  { minutes, branches }: { minutes: number; branches: Branch[] },
  left: (p: number[]) => number,
) => minutes + branches.reduce((sum, branch) => sum + branch.chance * left(branch.left), 0);

/**
 * What could be done next, the best first: of all checks and remedies that were not done yet the one that leaves the fewest expected
 * minutes, opening and closing counted, as if it were one of those listed. What says next to nothing, or whose chance does
 * not pay its minutes, is left out.
 */
export function rankActs(table: DiagnosisTable, all: number[], done: ReadonlySet<string>): NextDiagnosis[] {
  const { world } = table;
  const probabilities = listedOnly(table, all);
  const following = new Following(table, done);
  const before = entropyBits(probabilities);
  const worth = (minutes: number, branches: Branch[]) => {
    const left = branches.reduce((sum, branch) => sum + branch.chance * entropyBits(branch.left), 0);
    const gainBits = Math.max(0, before - left);
    return { minutes, gainBits, gainPerMinute: gainBits / minutes, branches };
  };
  const sums = table.faultSums(all);
  const looked = table.rows.flatMap((row) => {
    const { check } = row;
    if (done.has(check.id)) return [];
    const plain = table.branches(probabilities, row);
    const branches = asksKeyAgain(check) ? plain.flatMap((branch) => table.atKey(branch)) : plain;
    const act = { kind: 'check' as const, check, ...worth(check.minutes, branches) };
    return act.gainBits >= leastGainBits ? [act] : [];
  });
  const tried = world.faults.flatMap((fault, at) => {
    const minutes = world.mendMinutes(fault);
    if (done.has(`mend ${fault.id}`) || fault.id === waiting) return [];
    const chance = sums[at] ?? 0;
    if (chance * minutesForCertain < minutes) return [];
    const ends = table.ends(probabilities, [fault.id]) * (1 - remedySlips);
    const left = { chance: 1 - ends, left: table.mended(probabilities, [fault.id]) };
    return [{ kind: 'mend' as const, fault, chance, ...worth(minutes, ends < 1 ? table.atKey(left) : []) }];
  });
  const acts = [...looked, ...tried]
    .map((act) => ({ ...act, expectedMinutes: after(act, (left) => following.minutesFrom(left)) }))
    .sort((a, b) => a.expectedMinutes - b.expectedMinutes);
  const cost = (act: (typeof acts)[number]) =>
    act.expectedMinutes + (act.kind === 'mend' ? wrongRemedyCosts * (1 - act.chance) : 0);
  // The best of them again, with a look counted in that may follow: a remedy that fails is seldom followed by the next remedy.
  return acts
    .slice(0, mostWeighed)
    .map((act) => {
      const justDone = act.kind === 'check' ? act.check : undefined;
      return { ...act, expectedMinutes: after(act, (left) => following.withOneLook(left, justDone)) };
    })
    .sort((a, b) => cost(a) - cost(b))
    .map((act) => {
      const { minutes, gainBits, gainPerMinute, expectedMinutes } = act;
      const rest = { minutes, gainBits, gainPerMinute, expectedMinutes };
      return act.kind === 'check'
        ? { kind: 'check', check: act.check, ...rest }
        : { kind: 'mend', fault: act.fault, ...rest };
    });
}

/** Whether it is looked at the key again behind a check: it mended something by the way, and that is no waiting. */
export const asksKeyAgain = ({ mends, isOfPart }: WorldCheck): boolean => mends.length > 0 && isOfPart;
