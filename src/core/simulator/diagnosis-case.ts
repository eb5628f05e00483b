import { type CheckId, checks, checkOf } from './check';
import { type Diagnosis, type DiagnosisTable, type Observation, diagnose, misreadShare } from './diagnosis';
import { type Condition, type DeviceFaultId, deviceFaultOf, deviceFaultsOf, inOrder } from './device-fault';

/** What a made case came to. */
export type CaseEnd = {
  minutes: number;
  /** Remedies that were done for a fault that was not there. */
  wrongMends: number;
};

/** More acts than this and the case is given up; no strategy that works comes near. */
const mostActs = 60;

class MadeCase {
  minutes = 0;
  wrongMends = 0;
  private readonly left: Set<DeviceFaultId>;

  constructor(
    readonly table: DiagnosisTable,
    truth: DeviceFaultId[],
    private readonly random: () => number,
  ) {
    this.left = new Set(truth);
  }

  get isMended() {
    return this.left.size === 0;
  }

  private get condition(): Condition {
    return deviceFaultsOf(this.table.profile)
      .filter(({ id }) => this.left.has(id))
      .reduce((condition, fault) => fault.change(condition), inOrder());
  }

  /** Does a check: what is seen, misread now and then; what it mends by the way is mended. */
  look(id: CheckId): string {
    const check = checkOf(id);
    this.minutes += this.table.minutes(check);
    const truly = check.observe(this.table.profile, this.condition);
    const others = Object.keys(check.outcomes).filter((outcome) => outcome !== truly);
    for (const mended of check.mends ?? []) this.left.delete(mended);
    if (this.random() >= misreadShare) return truly;
    return others[Math.floor(this.random() * others.length)]!;
  }

  /** Tries a remedy and presses the key: true where the device starts. */
  mend(id: DeviceFaultId): boolean {
    this.minutes += this.table.mendMinutes(deviceFaultOf(id));
    if (!this.left.delete(id)) this.wrongMends += 1;
    return this.isMended;
  }
}

const known = new WeakMap<DiagnosisTable, Map<string, Diagnosis>>();

/** Many cases begin alike: what was worked out for the same observations is not worked out again. */
function remembered(table: DiagnosisTable, seen: Observation[]): Diagnosis {
  const of = known.get(table) ?? new Map<string, Diagnosis>();
  known.set(table, of);
  const key = JSON.stringify(seen);
  const found = of.get(key) ?? diagnose(table, seen);
  of.set(key, found);
  return found;
}

/** The product's way: the act worth most information for its minutes, until one cause stands out and is mended. */
export function runByInformation(
  table: DiagnosisTable,
  truth: DeviceFaultId[],
  random: () => number,
): CaseEnd {
  const made = new MadeCase(table, truth, random);
  const seen: Observation[] = [{ check: 'press', outcome: made.look('press') }];
  for (let acts = 0; !made.isMended && acts < mostActs; acts += 1) {
    const { next, verdict } = remembered(table, seen);
    const cause =
      next?.kind === 'mend'
        ? next.fault.id
        : next
          ? null
          : verdict.kind === 'apart'
            ? verdict.causes[0]!.id
            : null;
    if (cause) {
      if (!made.mend(cause)) seen.push({ mended: cause });
    } else if (next?.kind === 'check') {
      seen.push({ check: next.check.id, outcome: made.look(next.check.id) });
    }
  }
  return { minutes: made.minutes, wrongMends: made.wrongMends };
}

/**
 * A good technician's rule: press and look, set aside what would have shown otherwise, then always what has the highest prior for its
 * minutes; with the case open, every plug is pushed home at once.
 */
export function runByRule(table: DiagnosisTable, truth: DeviceFaultId[], random: () => number): CaseEnd {
  const made = new MadeCase(table, truth, random);
  const all = deviceFaultsOf(table.profile).map(({ id }) => id);
  const prior = (id: DeviceFaultId) =>
    table.hypotheses.find(({ faults }) => faults.length === 1 && faults[0] === id)!.prior;
  const press = checks.find(({ id }) => id === 'press')!;
  const would = new Map(
    all.map((id) => [id, press.observe(table.profile, deviceFaultOf(id).change(inOrder()))]),
  );
  const inside = checkOf('look-inside');
  const done = new Set<DeviceFaultId>();
  let shown = made.look('press');
  for (let acts = 0; !made.isMended && acts < mostActs; acts += 1) {
    const open = all.filter((id) => !done.has(id));
    const fits = open.filter((id) => would.get(id) === shown);
    const candidates = fits.length > 0 ? fits : open.length > 0 ? open : all;
    const plugs = candidates.filter((id) => inside.mends!.includes(id));
    const options: { score: number; ids: readonly DeviceFaultId[] }[] = candidates.map((id) => ({
      score: prior(id) / table.mendMinutes(deviceFaultOf(id)),
      ids: [id],
    }));
    if (plugs.length > 0)
      options.push({
        score: plugs.reduce((sum, id) => sum + prior(id), 0) / table.minutes(inside),
        ids: inside.mends!,
      });
    const best = options.reduce((most, one) => (one.score > most.score ? one : most));
    if (best.ids.length > 1) made.look('look-inside');
    else made.mend(best.ids[0]!);
    best.ids.forEach((id) => done.add(id));
    if (done.size === all.length) done.clear();
    if (!made.isMended) shown = made.look('press');
  }
  return { minutes: made.minutes, wrongMends: made.wrongMends };
}
