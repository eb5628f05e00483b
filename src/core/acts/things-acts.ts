import * as z from 'zod';
import { said } from '../job';
import { Placed, PlacementQuestion, placementFaults } from '../placement';
import { ok, refuse } from '../result';
import { showBytes } from '../units';
import { always, personAct } from './record';

/** Where the owner's things go on the stores of the device, kept for the sheet. */
export const things = personAct(
  z.object({ kind: z.literal('things'), question: PlacementQuestion, placed: Placed }),
  {
    words: 'keep where things go',
    carries: true,
    afterHandOver: false,
    needs: always,
    stops: [],
    permit({ act: { question, placed } }) {
      const ids = new Set(question.items.map(({ id }) => id));
      const stores = new Set(question.stores.map(({ id }) => id));
      if (ids.size !== question.items.length || stores.size !== question.stores.length)
        return refuse('twice', 'Two things or two stores have the same id.', 'Load the page again.');
      const [first] = placementFaults(question, placed);
      return first ? refuse('no-room', first, 'Let it be worked out again, then keep it.') : ok(null);
    },
    decide({ state: { job }, act: { question, placed }, context }) {
      const words = question.stores.map(({ id, name }) => {
        const there = question.items.filter((item) => placed[item.id] === id);
        return `${there.length} on ${name} (${showBytes(there.reduce((sum, { bytes }) => sum + bytes, 0))})`;
      });
      const nowhere = question.items.filter((item) => (placed[item.id] ?? null) === null).length;
      return said(
        { ...job, things: { at: context.at, question, placed } },
        'things',
        `Where things go: ${words.join(', ')}${nowhere > 0 ? `, ${nowhere} nowhere` : ''}.`,
      );
    },
  },
);
