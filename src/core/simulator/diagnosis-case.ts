import { type Diagnosis, diagnose } from './diagnosis';
import type { DiagnosisTable, Observation } from './diagnosis-table';
import { asksKeyAgain } from './rank-acts';
import { isCommonFault, misreadShare, type World, type WorldCheck, type WorldFault } from './world';

/** What a made case came to. */
export type CaseEnd = {
  minutes: number;
  /** Checks and remedies that were done, the first look not counted. */
  acts: number;
  /** Remedies that were done for a fault that was not there. */
  wrongMends: number;
  /** It starts; it was ended as none of those listed; or it went on for ever. */
  end: 'starts' | 'none' | 'given-up';
  /** A check or remedy that was done a second time. */
  inVain: number;
};

/** More acts than this and the case is given up; no strategy that works comes near. */
const mostActs = 60;

/**
 * A made case, judged by nothing of the diagnosis: what is wrong, what is seen of it, misread now and then, and what each act takes.
 * `truth` null is something that nobody listed: it shows something at the first look and behaves in its own way ever after, the parts
 * that can be looked at mostly being as they should.
 */
class MadeCase {
  minutes = 0;
  wrongMends = 0;
  acts = -1;
  inVain = 0;
  private readonly left: Set<string>;
  private readonly habits = new Map<string, string>();
  private readonly did = new Set<string>();

  constructor(
    readonly world: World,
    private readonly truth: string[] | null,
    private readonly random: () => number,
  ) {
    this.left = new Set(truth ?? []);
  }

  get isMended() {
    return this.truth !== null && this.left.size === 0;
  }

  private truly(check: WorldCheck): string {
    if (this.truth !== null) return this.world.shows(check, [...this.left]);
    const known = this.habits.get(check.id);
    if (known !== undefined) return known;
    const bad = Object.keys(check.outcomes).filter(
      (outcome) => outcome !== 'started' && outcome !== check.sound,
    );
    const isSound = check.isOfPart ? 0.85 : check.id === 'press' ? 0 : 0.4;
    const made =
      this.random() < isSound || bad.length === 0
        ? check.sound
        : (bad[Math.floor(this.random() * bad.length)] ?? check.sound);
    this.habits.set(check.id, made);
    return made;
  }

  private note(name: string) {
    this.acts += 1;
    if (this.did.has(name)) this.inVain += 1;
    this.did.add(name);
  }

  /** Does a check: what is seen, misread now and then; what it mends by the way is mended. */
  look(check: WorldCheck): string {
    this.minutes += check.minutes;
    this.note(check.id);
    const truly = this.truly(check);
    const others = Object.keys(check.outcomes).filter((outcome) => outcome !== truly);
    for (const mended of check.mends) this.left.delete(mended);
    if (this.random() >= misreadShare) return truly;
    return others[Math.floor(this.random() * others.length)]!;
  }

  /** Tries a remedy and presses the key: true where the device starts. */
  mend(fault: WorldFault): boolean {
    this.minutes += this.world.mendMinutes(fault);
    this.note(`mend ${fault.id}`);
    if (!this.left.delete(fault.id)) this.wrongMends += 1;
    return this.isMended;
  }

  /** What is seen at the key after a remedy: no act of its own. */
  shows(): string {
    const press = this.world.check('press')!;
    const truly = this.truly(press);
    if (this.random() >= misreadShare) return truly;
    const others = Object.keys(press.outcomes).filter((outcome) => outcome !== truly);
    return others[Math.floor(this.random() * others.length)]!;
  }

  /** The same behind a look that mended something by the way: a remedy's minutes have that press in them, a look's have not. */
  press(): string {
    this.minutes += this.world.check('press')!.minutes;
    return this.shows();
  }

  ended(end: CaseEnd['end']): CaseEnd {
    const { minutes, acts, wrongMends, inVain } = this;
    return { minutes, acts, wrongMends, inVain, end };
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

/** What the screen does, act by act, until the device starts or it says that it ends. */
export function runByInformation(
  table: DiagnosisTable,
  truth: string[] | null,
  random: () => number,
): CaseEnd {
  const { world } = table;
  const made = new MadeCase(world, truth, random);
  const seen: Observation[] = [{ check: 'press', outcome: made.look(world.check('press')!) }];
  while (!made.isMended && made.acts < mostActs) {
    const { next, verdict } = remembered(table, seen);
    if (verdict.kind === 'end') return made.ended('none');
    const fault =
      verdict.kind === 'mend' ? world.fault(verdict.cause.id) : next?.kind === 'mend' ? next.fault : null;
    if (fault) {
      if (!made.mend(fault)) seen.push({ mended: fault.id, shows: made.shows() });
    } else if (next?.kind === 'check') {
      const { check } = next;
      const outcome = made.look(check);
      const shows = asksKeyAgain(check) && !made.isMended ? made.press() : undefined;
      seen.push({ check: check.id, outcome, ...(shows === undefined ? {} : { shows }) });
    }
  }
  return made.ended(made.isMended ? 'starts' : 'given-up');
}

/**
 * A good technician's rule: press and look, set aside what would have shown otherwise, then always what has the highest prior for its
 * minutes, looks that mend by the way among them; with the case open, every plug is pushed home at once.
 */
export function runByRule(table: DiagnosisTable, truth: string[] | null, random: () => number): CaseEnd {
  const { world } = table;
  const made = new MadeCase(world, truth, random);
  const all = world.faults.map(({ id }) => id);
  const press = world.check('press')!;
  const would = new Map(all.map((id) => [id, world.shows(press, [id])]));
  const inside = world.check('look-inside');
  const done = new Set<string>();
  let shown = made.look(press);
  while (!made.isMended && made.acts < mostActs) {
    const open = all.filter((id) => !done.has(id));
    const fits = open.filter((id) => would.get(id) === shown);
    const candidates = fits.length > 0 ? fits : open.length > 0 ? open : all;
    const plugs = candidates.filter((id) => inside?.mends.includes(id));
    const options = candidates.map((id) => ({
      score: priorOf(table, id) / world.mendMinutes(world.fault(id)!),
      ids: [id] as readonly string[],
    }));
    if (inside && plugs.length > 0)
      options.push({
        score: plugs.reduce((sum, id) => sum + priorOf(table, id), 0) / inside.minutes,
        ids: inside.mends,
      });
    const best = options.reduce((most, one) => (one.score > most.score ? one : most));
    if (best.ids.length > 1 && inside) made.look(inside);
    else made.mend(world.fault(best.ids[0]!)!);
    best.ids.forEach((id) => done.add(id));
    if (done.size === all.length) done.clear();
    if (!made.isMended) shown = made.look(press);
  }
  return made.ended(made.isMended ? 'starts' : 'given-up');
}

/**
 * Another good rule: the cheapest look first, each setting aside what would have shown otherwise; where one is left, or no look, the
 * remedies by their prior for a minute.
 */
export function runByCheapest(table: DiagnosisTable, truth: string[] | null, random: () => number): CaseEnd {
  const { world } = table;
  const made = new MadeCase(world, truth, random);
  const looks = [...world.checks].sort((a, b) => a.minutes - b.minutes);
  let open = world.faults.map(({ id }) => id);
  const tried = new Set<string>();
  const setAside = (check: WorldCheck, outcome: string) => {
    const fits = open.filter((id) => world.shows(check, [id]) === outcome);
    if (fits.length > 0) open = fits;
  };
  for (const check of looks) {
    if (made.isMended || open.length <= 1) break;
    const tells = new Set(open.map((id) => world.shows(check, [id]))).size > 1;
    if (tells || check.id === 'press') setAside(check, made.look(check));
  }
  while (!made.isMended && made.acts < mostActs) {
    const all = world.faults.map(({ id }) => id);
    const untried = open.filter((id) => !tried.has(id));
    const others = all.filter((id) => !tried.has(id));
    const candidates = untried.length > 0 ? untried : others.length > 0 ? others : all;
    const best = candidates.reduce((most, id) =>
      priorOf(table, id) / world.mendMinutes(world.fault(id)!) >
      priorOf(table, most) / world.mendMinutes(world.fault(most)!)
        ? id
        : most,
    );
    made.mend(world.fault(best)!);
    tried.add(best);
    if (tried.size === all.length) tried.clear();
  }
  return made.ended(made.isMended ? 'starts' : 'given-up');
}

const priorOf = ({ hypotheses }: DiagnosisTable, id: string): number =>
  hypotheses.find(({ faults }) => faults.length === 1 && faults[0] === id)!.prior;

/**
 * Minutes of one who knows the fault from the start: a look at the key, the cheapest check that shows it, and its remedy alone. That a
 * fault of the profile's own does not start by waiting is no check of its own.
 */
export function boundMinutes(world: World, fault: WorldFault): number {
  const press = world.check('press')!;
  const telling = world.checks.filter(
    (check) =>
      check.id !== 'press' &&
      (check.id !== 'wait' || isCommonFault(fault.id)) &&
      world.shows(check, [fault.id]) !== check.sound,
  );
  const mending = telling.filter(({ mends }) => mends.includes(fault.id)).map(({ minutes }) => minutes);
  const cheapest = telling.length > 0 ? Math.min(...telling.map(({ minutes }) => minutes)) : 0;
  return press.minutes + Math.min(cheapest + world.mendMinutes(fault), ...mending);
}
