import type { DeviceProfile } from '../device';
import {
  type FaultSeen,
  type Trial,
  faultWeights,
  learnedShare,
  misreadStart,
  misreadWithin,
} from '../learn';
import { type Job, type Outcome, type SeenAtPower, circumstancesOf } from '../job';
import {
  type Cause,
  DiagnosisTable,
  type Observation,
  World,
  asksKeyAgain,
  diagnose,
  firstLooks,
} from '../simulator';

/** What is worth doing next, in plain data: a check with what can be seen, or a remedy that is tried. */
export type NextAtPower = {
  kind: 'check' | 'mend';
  id: string;
  ask: string;
  outcomes: { id: string; words: string }[];
  /** Of a check: doing it may have mended what was wrong. */
  mends: boolean;
  /** Then it is asked what the device shows at the key by now. */
  asksKey: boolean;
  minutes: number;
  expectedMinutes: number;
};

export type DiagnosisView = {
  causes: (Cause & { remedy: string })[];
  /** None of those listed: how likely that is now, and was before anything was seen. */
  none: { probability: number; before: number };
  /** From how many repairs the first guess comes, of this device and of others; without any it is what the profile says. */
  from: { here: number; elsewhere: number };
  /** From how many looks, with what was then found, it is known how often a check is misread. */
  looksFrom: number;
  next: NextAtPower | null;
  /** One cause that stands out, the end of what can be told, or still open. */
  verdict: { kind: 'mend' | 'end' | 'open'; ids: string[] };
  /** How it ends: what is left, what was ruled out, and what was seen, to be handed on. */
  ending: { left: string[]; ruledOut: string[]; handOn: string[] } | null;
  /** Which observation moved which cause, in words. */
  reasons: { saw: string; cause: string; from: number; to: number }[];
  /** What can be seen at the key after a remedy. */
  looks: { id: string; words: string }[];
};

/** What the diagnosis knows of each outcome where nobody saw more than that. */
const seenAs: Readonly<Record<Exclude<Outcome, 'started'>, string>> = {
  dark: 'dark',
  'no-start-device': 'nothing-to-start',
  'does-not-finish': 'sign-stays',
};

/** What was seen when it was switched on, as the first observation; null where it has not been, started, or told its reason itself. */
function firstSeen({ outcome, lastStart, firstLook }: Job): Observation | null {
  if (outcome === null || outcome === 'started') return null;
  const code = firstLook ?? lastStart?.code ?? seenAs[outcome];
  return Object.hasOwn(firstLooks, code) ? { check: 'press', outcome: code } : null;
}

/** An observation in words, as it goes into the history. */
export function seenWords(world: World, seen: SeenAtPower): string {
  const shows = seen.shows === undefined ? null : firstLooks[seen.shows]?.words;
  if ('mended' in seen)
    return `Tried: ${world.fault(seen.mended)?.remedy ?? seen.mended} It still does not start${shows ? `: ${shows}` : ''}.`;
  const check = world.check(seen.check);
  const still = shows ? ` It still does not start: ${shows}.` : '';
  return `${check?.ask ?? seen.check}: ${check?.outcomes[seen.outcome] ?? seen.outcome}.${still}`;
}

/** What repairs here have shown of such devices, and when that is asked; ISO 8601. */
type FoundHere = { faults: readonly FaultSeen[]; looks: readonly Trial[]; at: string };
const nothingFound: FoundHere = Object.freeze({ faults: [], looks: [], at: '' });
type Known = Omit<FoundHere, 'at'> & { table: DiagnosisTable; from: DiagnosisView['from'] };
const tables = new WeakMap<DeviceProfile, Map<string, Known>>();
const mostTables = 20;

/** The table of a device after such a job, worked out once a day, and anew where more was found: lists of what was found are replaced, not changed. */
function tableOf(profile: DeviceProfile, job: Job, { faults, looks, at }: FoundHere): Known {
  const circumstances = circumstancesOf(job);
  const of = tables.get(profile) ?? new Map<string, Known>();
  tables.set(profile, of);
  const key = JSON.stringify([circumstances, faults.length > 0 && at.slice(0, 10)]);
  const known = of.get(key);
  if (known && known.faults === faults && known.looks === looks) return known;
  const world = new World(profile, circumstances);
  const { weights, ...from } = faultWeights(world.faults, faults, { profileId: profile.id, at });
  const made = {
    table: new DiagnosisTable(world, weights, misreadsOf(world, looks, at)),
    from,
    faults,
    looks,
  };
  if (of.size >= mostTables) of.clear();
  of.set(key, made);
  return made;
}

/** How often each check is misread here. */
function misreadsOf({ checks }: World, looks: readonly Trial[], at: string): Record<string, number> {
  const { least, most } = misreadWithin;
  return Object.fromEntries(
    checks.map(({ id, misread }) => {
      const { share } = learnedShare(looks, { key: id, at }, misreadStart(misread));
      return [id, Math.min(most, Math.max(least, share))];
    }),
  );
}

/** What is likely wrong with a device that does not start; null while it has not been switched on, or runs. */
export function diagnosisView(
  profile: DeviceProfile,
  job: Job,
  foundHere: FoundHere = nothingFound,
): DiagnosisView | null {
  const first = firstSeen(job);
  if (!first) return null;
  const { table, from: weighedFrom } = tableOf(profile, job, foundHere);
  const { world } = table;
  // What a profile of before knew and today’s does not is left out, and said in the history.
  const seen = job.seenAtPower.filter((one) =>
    'mended' in one ? world.fault(one.mended) !== null : world.check(one.check) !== null,
  );
  const { causes, none, next, verdict, moved } = diagnose(table, [first, ...seen]);
  const nameOf = (id: string) => world.fault(id)?.name ?? 'None of these';
  return {
    causes: causes.map((cause) => ({ ...cause, remedy: world.fault(cause.id)?.remedy ?? '' })),
    none,
    from: weighedFrom,
    looksFrom: foundHere.looks.length,
    next: next && {
      ...(next.kind === 'check'
        ? {
            kind: next.kind,
            id: next.check.id,
            ask: next.check.ask,
            outcomes: Object.entries(next.check.outcomes).map(([id, words]) => ({ id, words })),
            mends: next.check.mends.length > 0,
            asksKey: asksKeyAgain(next.check),
          }
        : {
            kind: next.kind,
            id: next.fault.id,
            ask: next.fault.remedy,
            outcomes: [],
            mends: true,
            asksKey: true,
          }),
      minutes: next.minutes,
      expectedMinutes: next.expectedMinutes,
    },
    verdict: { kind: verdict.kind, ids: verdict.kind === 'mend' ? [verdict.cause.id] : [] },
    ending:
      verdict.kind === 'end'
        ? {
            left: verdict.ending.left.map(({ name }) => name),
            ruledOut: verdict.ending.ruledOut.map(({ name }) => name),
            handOn: [first, ...seen].map((one) => seenWords(world, one)),
          }
        : null,
    reasons: moved.map(({ observation, id, from, to }) => ({
      saw: seenWords(world, observation),
      cause: nameOf(id),
      from,
      to,
    })),
    looks: Object.entries(firstLooks)
      .filter(([id]) => id !== 'started')
      .map(([id, { words }]) => ({ id, words })),
  };
}
