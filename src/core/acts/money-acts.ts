import * as z from 'zod';
import { partsOf } from '../fit';
import { said } from '../job';
import { partWords } from '../job-view';
import { quoteOf } from '../money';
import { ok, refuse } from '../result';
import { showMoney } from '../units';
import { always, personAct } from './record';

/** What a job costs: said before, and accounted for after. Numbered where it is written; no payment, no accounting. */
export const quote = personAct(
  z.object({
    kind: z.literal('quote'),
    /** The final account, held against the quote before it. */
    final: z.boolean(),
    /** Minutes of work: planned, or as they came to be. */
    minutes: z.number().min(0).max(10_000),
  }),
  {
    words: 'issue a quote or the final account',
    afterHandOver: true,
    needs: always,
    stops: [],
    permit({ state: { job }, act, context }) {
      if (!context.money?.settings)
        return refuse('no-rates', 'This workshop has not said what its work costs.', 'Enter it at Workshop.');
      if (job.quotes.length >= 20)
        return refuse('too-many', 'Twenty were issued already.', 'The last one counts.');
      if (!job.choice)
        return refuse('no-choice', 'No drive is chosen yet.', 'Choose one at Fit: its price is part of it.');
      return act.final && !job.proved
        ? refuse(
            'not-proved',
            'The final account follows the proof.',
            'Finish Prove first, or issue a quote.',
          )
        : ok(null);
    },
    decide({ state: { job }, act: { final, minutes }, context }) {
      const { at, by, money, findBuild } = context;
      const build = job.choice && findBuild(job.choice);
      if (!money?.settings || !build)
        return refuse(
          'no-choice',
          'A part of the choice is not in the catalogue any more.',
          'Choose again at Fit.',
        );
      const made = quoteOf(money.settings, {
        kind: final ? 'final' : 'quote',
        at,
        by,
        currency: money.currency,
        parts: partsOf(build).map((part) => ({ what: partWords(part), price: part.price })),
        minutes,
        before: job.quotes.findLast(({ kind }) => kind === 'quote') ?? null,
      });
      if (!made.ok) return made;
      const total = showMoney({ minor: made.value.totalMinor, currency: made.value.currency });
      return said(
        { ...job, quotes: [...job.quotes, made.value] },
        'quote',
        `${final ? 'Final account' : 'Quote'} issued: ${total}.`,
      );
    },
  },
);
