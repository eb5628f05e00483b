import type { DeviceProfile } from '../device';
import { type Cause, DiagnosisTable, type Observation, checkOf, diagnose, deviceFaultOf } from '../simulator';
import type { Outcome, Job, SeenAtPower } from '../job';
/** What is worth doing next, in plain data: a check with what can be seen, or a remedy that is tried. */
export type NextAtPower = {
  kind: 'check' | 'mend';
  id: string;
  ask: string;
  outcomes: { id: string; words: string }[];
  minutes: number;
  gainBits: number;
  expectedMinutes: number;
};

export type DiagnosisView = {
  causes: (Cause & { remedy: string })[];
  next: NextAtPower | null;
  verdict: { kind: 'mend' | 'apart' | 'open'; ids: string[] };
  /** Which observation moved which cause, in words. */
  reasons: { saw: string; cause: string; from: number; to: number }[];
};

/** What the diagnosis knows of each outcome where nobody saw more than that. */
const seenAs: Readonly<Record<Exclude<Outcome, 'started'>, string>> = {
  dark: 'dark',
  'no-start-device': 'nothing-to-start',
  'does-not-finish': 'sign-stays',
};

/** What was seen when it was switched on, as the first observation; null where it has not been, started, or told its reason itself. */
function firstSeen({ outcome, lastStart }: Job): Observation | null {
  if (outcome === null || outcome === 'started') return null;
  const code = lastStart?.code ?? seenAs[outcome];
  return code in checkOf('press').outcomes ? { check: 'press', outcome: code } : null;
}

/** An observation in words, as it goes into the history. */
export function seenWords(seen: SeenAtPower): string {
  if ('mended' in seen) return `Tried: ${deviceFaultOf(seen.mended).remedy} It still does not start.`;
  const check = checkOf(seen.check);
  return `${check.ask}: ${check.outcomes[seen.outcome] ?? seen.outcome}.`;
}

/** What is likely wrong with a device that does not start; null while it has not been switched on, or runs. */
export function diagnosisView(profile: DeviceProfile, job: Job): DiagnosisView | null {
  const first = firstSeen(job);
  if (!first) return null;
  const { causes, next, verdict, moved } = diagnose(new DiagnosisTable(profile), [first, ...job.seenAtPower]);
  return {
    causes: causes.map((cause) => ({ ...cause, remedy: deviceFaultOf(cause.id).remedy })),
    next: next && {
      ...(next.kind === 'check'
        ? {
            kind: next.kind,
            id: next.check.id,
            ask: next.check.ask,
            outcomes: Object.entries(next.check.outcomes).map(([id, words]) => ({ id, words })),
          }
        : { kind: next.kind, id: next.fault.id, ask: next.fault.remedy, outcomes: [] }),
      minutes: next.minutes,
      gainBits: next.gainBits,
      expectedMinutes: next.expectedMinutes,
    },
    verdict: {
      kind: verdict.kind,
      ids:
        verdict.kind === 'mend'
          ? [verdict.cause.id]
          : verdict.kind === 'apart'
            ? verdict.causes.map(({ id }) => id)
            : [],
    },
    reasons: moved.map(({ observation, id, from, to }) => ({
      saw: seenWords(observation),
      cause: deviceFaultOf(id).name,
      from,
      to,
    })),
  };
}
