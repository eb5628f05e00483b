import * as z from 'zod';
import { type Job, type PowerRun, networkGoneSince, retriesTaken, said } from '../job';
import { type Result, ok, refuse } from '../result';
import { type Asked, always, personAct } from './record';

/** What is seen of the network while a device restores itself over it. */

/** A network that went more often than this does not carry a restore. */
const most = 50;

/** The run of a real device that restores over the network now. */
function runOver({ power, route, outcome }: Pick<Job, 'power' | 'route' | 'outcome'>): Result<PowerRun> {
  if (route !== 'network')
    return refuse('other-way', 'This job does not restore over the network.', 'Take that way at Data first.');
  if (!power || outcome !== null)
    return refuse(
      'is-off',
      'The device restores nothing now.',
      'Switch it on at First power, or say what it came to.',
    );
  return power.real
    ? ok(power)
    : refuse(
        'simulated',
        'The network of a simulated device never goes.',
        'Leave it alone until it is through.',
      );
}

const runOf = ({ state }: Asked<unknown>): Result<null> => {
  const run = runOver(state.job);
  return run.ok ? ok(null) : run;
};

export const networkGone = personAct(z.object({ kind: z.literal('network-gone') }), {
  words: 'say that the network went',
  afterHandOver: false,
  needs: runOf,
  stops: [],
  permit({ state: { job } }) {
    if (networkGoneSince(job.power) !== null)
      return refuse('gone-already', 'The network is gone already.', 'Say when it is back.');
    return (job.power?.losses ?? []).length < most
      ? ok(null)
      : refuse('too-many', `The network went more than ${most} times.`, 'Take another way at Data.');
  },
  decide({ state: { job }, context }) {
    const run = runOver(job);
    if (!run.ok) return run;
    const losses = [...(run.value.losses ?? []), { at: context.at, backAt: null, goesOn: null }];
    return said(
      { ...job, power: { ...run.value, losses } },
      'network-gone',
      'The network went while it restored.',
    );
  },
});

/** Its time runs from where it was, or from the beginning: when to come back follows. */
export const networkBack = personAct(
  z.object({ kind: z.literal('network-back'), goesOn: z.enum(['where-it-was', 'anew']) }),
  {
    words: 'say how it went on when the network was back',
    afterHandOver: false,
    needs: runOf,
    stops: [],
    permit: always,
    decide({ state: { job }, context, act: { goesOn } }) {
      const run = runOver(job);
      if (!run.ok) return run;
      const goneAt = networkGoneSince(run.value);
      if (goneAt === null) return refuse('not-gone', 'The network is not gone.', 'Leave the device alone.');
      const lostMs = Math.max(0, Date.parse(context.at) - Date.parse(goneAt));
      const onAt =
        goesOn === 'anew' ? context.at : new Date(Date.parse(run.value.onAt) + lostMs).toISOString();
      const losses = (run.value.losses ?? []).map((loss) =>
        loss.backAt === null ? { ...loss, backAt: context.at, goesOn } : loss,
      );
      const power = { ...run.value, onAt, losses };
      const times = retriesTaken(power);
      return said(
        { ...job, power },
        'network-back',
        goesOn === 'anew'
          ? 'The network was back: it began anew.'
          : `The network was back: it went on where it was (${times === 1 ? 'once' : `${times} times`} by now).`,
      );
    },
  },
);
