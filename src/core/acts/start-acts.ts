import * as z from 'zod';
import { said } from '../job';
import { ok, refuse } from '../result';
import { always, personAct } from './record';

/** What is done once the device starts: its updates and drivers, the lines of its boot menu. */

export const update = personAct(
  z.object({
    kind: z.literal('update'),
    id: z.string().max(40),
    done: z.boolean(),
    note: z.string().trim().max(200).default(''),
  }),
  {
    words: 'note an update or a driver',
    afterHandOver: false,
    needs: always,
    stops: [],
    permit({ act, context }) {
      const asked = context.profile.afterStart.find(({ id }) => id === act.id);
      if (!asked) return refuse('no-update', 'This device asks for no such thing.', 'Load the page again.');
      // What must be there is left only with a word why, and what breaks something is done only with one.
      const isOdd = asked.weight === 'must' ? !act.done : asked.weight === 'breaks' && act.done;
      return isOdd && act.note.length < 3
        ? refuse('why', `“${asked.what}”: ${asked.why}`, 'Say why it is so all the same.')
        : ok(null);
    },
    decide({ state: { job }, act: { id, done, note }, context }) {
      const asked = context.profile.afterStart.find((one) => one.id === id);
      return said(
        { ...job, updates: [...job.updates.filter((one) => one.id !== id), { id, done, note }] },
        'update',
        `${asked?.what ?? id}: ${done ? 'done' : 'left'}${note ? `, ${note}` : ''}.`,
      );
    },
  },
);

export const bootEntries = personAct(
  z.object({
    kind: z.literal('boot-entries'),
    when: z.enum(['before', 'after']),
    entries: z.array(z.string().trim().min(1).max(80)).max(20),
  }),
  {
    words: 'note the lines of the boot menu',
    afterHandOver: false,
    needs: always,
    stops: [],
    permit: always,
    decide({ state: { job }, act: { when, entries } }) {
      const noted = { ...job.bootEntries, [when]: entries };
      return said(
        { ...job, bootEntries: noted, proved: false },
        'boot-entries',
        `Boot menu ${when} the work: ${entries.length > 0 ? entries.join(', ') : 'no line'}.`,
      );
    },
  },
);
