import * as z from 'zod';
import { type Job, lookResults, lookedAtWhileOpen, said, stepsOf } from '../job';
import { type Result, ok, refuse } from '../result';
import { type Asked, personAct } from './record';

const words = {
  fine: 'as it should be',
  mended: 'put right',
  left: 'left as it is',
} as const satisfies Record<Job['lookedRound'][number]['result'], string>;

/** The device is open: a step of the way in is done, and not all of the way back. */
function isOpen({ state, context }: Asked<unknown>): Result<null> {
  const steps = stepsOf(state.job, context);
  const isDone = (station: string) =>
    steps.filter((step) => step.station === station).map(({ id }) => state.doneSteps.includes(id));
  const begun = isDone('open').some(Boolean) || state.job.recording !== null;
  const closed = isDone('close').length > 0 && isDone('close').every(Boolean);
  return begun && !closed
    ? ok(null)
    : refuse('not-open', 'The device is not open.', 'Look it over between Open and Close.');
}

/** How the device was found while it was open: each thing by itself; what was put right or left goes with a word. */
export const lookRound = personAct(
  z.object({
    kind: z.literal('look-round'),
    results: z
      .array(
        z.object({
          id: z.string().max(40),
          result: z.enum(lookResults),
          note: z.string().trim().max(200).default(''),
        }),
      )
      .min(1)
      .max(8),
  }),
  {
    words: 'say how the open device was found',
    afterHandOver: false,
    needs: isOpen,
    stops: [],
    permit({ act: { results }, context }) {
      const asked = lookedAtWhileOpen(context.profile);
      const strange = results.find(({ id }) => !asked.some((one) => one.id === id));
      if (strange) return refuse('no-look', `“${strange.id}” is not looked at here.`, 'Load the page again.');
      return results.some(({ result, note }) => result !== 'fine' && note.length < 3)
        ? refuse('why', 'What was put right or left goes with a word.', 'Say what was found.')
        : ok(null);
    },
    decide({ state: { job }, act: { results }, context }) {
      const asked = lookedAtWhileOpen(context.profile);
      const given = new Map(results.map((one) => [one.id, one]));
      const found = [...given.values()].map(
        ({ id, result, note }) =>
          `${asked.find((one) => one.id === id)?.what ?? id}: ${words[result]}${note ? ` (${note})` : ''}`,
      );
      return said(
        { ...job, lookedRound: [...job.lookedRound.filter(({ id }) => !given.has(id)), ...given.values()] },
        'look-round',
        `While it was open. ${found.join('; ')}.`,
      );
    },
  },
);
