import fc from 'fast-check';
import { profiles } from '../fit/demo.test.data';
import {
  type Facts,
  type HandStep,
  type Procedure,
  allSteps,
  cableFact,
  dueSteps,
  factValue,
  foldFacts,
  isMet,
  procedureFaults,
  screwLedger,
  screwsAtStart,
  screwsOut,
  variantsOf,
} from '../work';
import { type RecordedKind, RecordedAct, procedureOfRecording } from '.';

const stamp = { at: '2026-11-24T08:00:00.000Z', by: 'IM' };

/** Walks a procedure as the chooser says: a due step whose needs are met, or one taken back. Comes back with what is so at the end. */
function walk(procedure: Procedure, steps: HandStep[], chooser: () => number): Facts | string {
  let facts: Facts = foldFacts(screwsAtStart(procedure).map((one) => ({ ...one, ...stamp })));
  const before: { id: string; facts: Facts }[] = [];
  let backs = 0;
  for (;;) {
    const due = dueSteps(
      steps,
      before.map(({ id }) => id),
    );
    if (due.length === 0) return facts;
    if (backs < 12 && before.length > 0 && chooser() % 5 === 0) {
      facts = before.pop()!.facts;
      backs += 1;
      continue;
    }
    const may = due.filter(({ needs }) =>
      needs.every((need) => isMet(procedure, factValue(facts, need.fact), need)),
    );
    const step = may[chooser() % Math.max(1, may.length)];
    if (!step) return `stuck before ${due.map(({ id }) => id).join(' and ')}`;
    before.push({ id: step.id, facts });
    facts = foldFacts(
      step.effects.map((effect) => ({ ...effect, ...stamp })),
      facts,
    );
  }
}

/** What is left undone by the end of a walk over one variant; empty where it closes. */
function leftAfter(
  procedure: Procedure,
  variant: ReturnType<typeof variantsOf>[number],
  seed: number,
): string[] {
  let state = seed;
  const chooser = () => (state = (Math.imul(state, 1_103_515_245) + 12_345) >>> 0) >>> 8;
  const steps = allSteps(procedure, variant);
  const end = walk(procedure, steps, chooser);
  if (typeof end === 'string') return [end];
  const out = screwsOut(screwLedger(procedure, end));
  return [
    ...(out > 0 ? [`${out} fasteners out`] : []),
    ...procedure.cables
      .filter((cable) => factValue(end, cableFact(cable)) === false)
      .map(({ id }) => `${id} off`),
    ...(factValue(end, 'drive.inserted') === false ? ['no drive'] : []),
    ...(factValue(end, 'cover.on') === false ? ['cover off'] : []),
  ];
}

const kinds: RecordedKind[] = ['unscrew', 'loosen', 'twist', 'unplug', 'pry', 'lift', 'slide', 'peel'];
const act = fc
  .record({
    what: fc.constantFrom(...kinds),
    part: fc.constantFrom('cover', 'shield', 'fan', 'board', 'other'),
    count: fc.integer({ min: 1, max: 9 }),
    staysOut: fc.constant(false),
  })
  .map((more) => RecordedAct.parse({ of: 'something', lengthMm: 5, bit: 'PH0', latch: 'plug', ...more }));
/** What every way in has, around what differs. */
const around = (acts: RecordedAct[]): RecordedAct[] => [
  RecordedAct.parse({ what: 'switch-off', of: '' }),
  RecordedAct.parse({ what: 'unscrew', of: 'back', part: 'cover', count: 4, lengthMm: 5, bit: 'PH0' }),
  RecordedAct.parse({ what: 'lift', of: 'back', part: 'cover' }),
  RecordedAct.parse({ what: 'unplug', of: 'battery', part: 'battery', latch: 'plug' }),
  ...acts,
  RecordedAct.parse({ what: 'draw', of: '' }),
];

it('whatever was recorded: where the proof accepts it, every walk closes with all that was taken out', () => {
  let proved = 0;
  fc.assert(
    fc.property(fc.array(act, { maxLength: 10 }), fc.nat(), (acts, seed) => {
      const recorded = around(acts).map((one, i) => ({ id: `r${i + 1}`, act: one }));
      const procedure = procedureOfRecording({ acts: recorded }, 'cell');
      if (procedureFaults(procedure, []).length > 0) return;
      proved += 1;
      for (const variant of variantsOf(procedure, []))
        expect(leftAfter(procedure, variant, seed)).toEqual([]);
    }),
    { numRuns: 150 },
  );
  // A proof that accepts nothing would make this say nothing.
  expect(proved).toBeGreaterThan(30);
});

it('whatever was edited: where the proof still accepts a procedure with acts moved or gone, every walk of it closes', () => {
  let proved = 0;
  const edit = fc.record({
    at: fc.nat(),
    to: fc.nat(),
    isGone: fc.boolean(),
    list: fc.constantFrom('open', 'swap'),
  });
  fc.assert(
    fc.property(
      fc.constantFrom(...profiles),
      fc.array(edit, { minLength: 1, maxLength: 3 }),
      fc.nat(),
      (profile, edits, seed) => {
        const procedure = edits.reduce<Procedure>((now, { at, to, isGone, list }) => {
          const steps: unknown[] = [...now[list]];
          const [step] = steps.splice(at % steps.length, 1);
          if (!isGone) steps.splice(to % (steps.length + 1), 0, step);
          return { ...now, [list]: steps };
        }, profile.procedure);
        const boards = profile.revisions.map(({ id }) => id);
        if (procedureFaults(procedure, boards).length > 0) return;
        proved += 1;
        const variants = variantsOf(procedure, boards);
        expect([profile.name, edits, leftAfter(procedure, variants[seed % variants.length]!, seed)]).toEqual([
          profile.name,
          edits,
          [],
        ]);
      },
    ),
    { numRuns: 300 },
  );
  expect(proved).toBeGreaterThan(30);
});
