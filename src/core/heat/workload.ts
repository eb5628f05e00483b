import type { Place } from '../device';
import type { Workload } from './workload-schema';

/** Usual workloads. Loading comes in bursts; installing writes until it is done; copying writes and reads back by turns. */
export const workloads: readonly Workload[] = Object.freeze([
  {
    id: 'loading',
    name: 'Loading games',
    steps: [
      { seconds: 30, does: 'read' },
      { seconds: 60, does: 'light-read' },
    ],
  },
  { id: 'installing', name: 'Installing 100 GB', steps: [{ seconds: 1800, does: 'write' }] },
  {
    id: 'copying',
    name: 'Copying',
    steps: [
      { seconds: 60, does: 'write' },
      { seconds: 60, does: 'read' },
    ],
  },
  { id: 'recording', name: 'Recording video', steps: [{ seconds: 1800, does: 'write' }] },
  { id: 'idle', name: 'Idle', steps: [{ seconds: 1800, does: 'idle' }] },
] satisfies Workload[]);

export const workloadOf = (id: string): Workload =>
  workloads.find((workload) => workload.id === id) ?? workloads[0]!;

/** What a drive at a place usually does; loading games where the profile does not say. */
export const usualWorkload = ({ heat }: Pick<Place, 'heat'>): Workload =>
  workloadOf(heat?.workload ?? 'loading');

/** Power of an activity, W, by the drive's states. Light reading without a figure: a third of the way to full reading. */
export type PowerStates = { idle: number; lightRead: number; read: number; write: number };

export function wattsOf(does: Workload['steps'][number]['does'], power: PowerStates): number {
  if (typeof does === 'object') return does.watts;
  switch (does) {
    case 'idle':
      return power.idle;
    case 'light-read':
      return power.lightRead;
    case 'read':
      return power.read;
    case 'write':
      return power.write;
  }
}

/** What the workload is doing after `seconds`. */
export function stepAt({ steps }: Workload, seconds: number): Workload['steps'][number] {
  const round = steps.reduce((sum, step) => sum + step.seconds, 0);
  let left = seconds % round;
  for (const step of steps) {
    if (left < step.seconds) return step;
    left -= step.seconds;
  }
  return steps.at(-1)!;
}

/** Power over one round in the mean, W. */
export function meanWatts(workload: Workload, power: PowerStates): number {
  const round = workload.steps.reduce((sum, step) => sum + step.seconds, 0);
  return workload.steps.reduce((sum, step) => sum + step.seconds * wattsOf(step.does, power), 0) / round;
}
