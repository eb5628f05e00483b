import * as z from 'zod';
import { type Revision, placeNamed, revisionOfSerial } from '@/core/device';
import { plainSentence } from '@/core/exchange';
import { TakeInForm, newJob, takeInFacts } from '@/core/job';
import { type Result, ok, refuse } from '@/core/result';
import { screwsAtStart } from '@/core/work';
import { findProfile } from './devices';
import { insertJob, nextJobId } from './jobs';
import { once } from './requests';
import type { Runtime } from './runtime';
import type { Sql } from './database';
import { whoWorks } from './workshop';

/** Which board it is and how that was told; two that do not agree are both named, and what somebody looked at counts. */
function boardWords(chosen: Revision | undefined, bySerial: Revision | null): string {
  if (!chosen) return bySerial ? `, ${bySerial.name} by its serial number` : '';
  return bySerial && bySerial.id !== chosen.id
    ? `, ${chosen.name} as was said, though its serial number is one of the ${bySerial.name}`
    : `, ${chosen.name}`;
}

/** A form that was not understood: the first fault in words, and all of them by field. */
export function formFault(error: z.ZodError) {
  const [first] = error.issues;
  const field = first?.path.join('.') || 'form';
  return refuse(
    'form',
    `${field}: ${first ? plainSentence(first) : 'not understood.'}`.slice(0, 400),
    'Correct it and send it again.',
  );
}

/** Every act carries initials: without somebody working none is done. */
export const nobodyWorking = () =>
  refuse('nobody-working', 'Nobody is picked as working.', 'Pick who is working, at the left below.');

/** What a form may say beside its answers: whether it is practice, and which board it is where somebody has looked already. */
const Beside = z.object({
  practice: z.unknown().optional(),
  revisionId: z.string().max(40).nullable().default(null),
});

/** Takes a device in: one transaction for the job and the first line of its history. */
export async function takeInDevice(
  runtime: Runtime,
  form: unknown,
  /** Whom the window names that asks. */
  asked: string | null = null,
  requestId: string | null = null,
): Promise<Result<{ id: string }>> {
  const parsed = TakeInForm.safeParse(form);
  if (!parsed.success) return formFault(parsed.error);
  // In the demo everything is practice; elsewhere only what was asked to be.
  const beside = Beside.safeParse(form);
  if (!beside.success) return formFault(beside.error);
  const { revisionId } = beside.data;
  const takeIn = { ...parsed.data, practice: runtime.isDemo || beside.data.practice === true };
  const at = runtime.now().toISOString();
  const takeInOnce = async (sql: Sql): Promise<Result<{ id: string }>> => {
    const by = await whoWorks(sql, asked);
    if (!by) return nobodyWorking();
    const profile = await findProfile(sql, takeIn.profileId);
    if (!profile) return refuse('not-found', 'This device is not known here.', 'Choose one from the list.');
    if (!placeNamed(profile, takeIn.placeId))
      return refuse(
        'not-found',
        `The ${profile.name} has no such place.`,
        'Choose one that its profile names.',
      );
    const board = profile.revisions.find(({ id }) => id === revisionId);
    if (revisionId !== null && !board)
      return refuse(
        'not-found',
        `The ${profile.name} has no such board revision.`,
        'Choose one by its marks.',
      );
    const bySerial = revisionOfSerial(profile, takeIn.serial);
    const told = board ?? bySerial;
    const job = {
      ...newJob(await nextJobId(sql), takeIn, profile),
      revisionId: told?.id ?? null,
      ...(takeIn.chargePercent !== null && { chargeSeen: [{ at, percent: takeIn.chargePercent }] }),
    };
    await insertJob(sql, job, profile, {
      at,
      by,
      kind: 'take-in',
      sentence: `Taken in: ${profile.maker} ${profile.name}${boardWords(board, bySerial)}.`,
      changes: [
        ...takeInFacts(takeIn, profile.opening.chargeBelowPercent),
        ...screwsAtStart(profile.procedure),
      ],
      stepId: null,
    });
    return ok({ id: job.id });
  };
  return runtime.database.transaction((sql) => once(sql, requestId, at, () => takeInOnce(sql)));
}
