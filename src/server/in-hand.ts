import type { ActOf, JobAct } from '@/core/acts';
import type { Job } from '@/core/job';
import { type Result, refuse } from '@/core/result';

/** What somebody has in hand at this moment: a job's drives, a stick. One act on each at a time. */
export class InHand {
  private readonly taken = new Set<string>();

  /** Takes all of these, or none; null where somebody has one of them. Give them back with what is returned. */
  take(things: string[]): (() => void) | null {
    if (things.some((thing) => this.taken.has(thing))) return null;
    for (const thing of things) this.taken.add(thing);
    return () => {
      for (const thing of things) this.taken.delete(thing);
    };
  }

  has = (thing: string) => this.taken.has(thing);

  anything = () => this.taken.size > 0;
}

/** A job's drives, as one thing to have in hand. */
export const drivesOf = (jobId: string) => `drives of ${jobId}`;
/** A stick, as one thing to have in hand. */
export const stickInHand = (label: string) => `stick ${label}`;

const onDrives = new Set<JobAct['kind']>([
  'dock',
  'undock',
  'copy',
  'look-inside',
  'restore',
  'arm',
  'try-capacity',
]);

/** What an act has in hand from before its first look until it is written down. */
export function thingsOf(act: JobAct, job: Pick<Job, 'id' | 'stick'>): string[] {
  if (act.kind === 'take-stick') return [stickInHand((act as ActOf<'take-stick'>).label)];
  if (!onDrives.has(act.kind)) return [];
  return act.kind === 'restore' && job.stick
    ? [drivesOf(job.id), stickInHand(job.stick.label)]
    : [drivesOf(job.id)];
}

/** Told to whoever comes second. */
export const inHand = (): Result<never> =>
  refuse(
    'busy',
    'Somebody does something with these drives at this moment.',
    'Wait a moment, look at what is new, then do it again.',
  );
