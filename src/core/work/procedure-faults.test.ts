import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import fc from 'fast-check';
import * as z from 'zod';
import {
  type HandStep,
  type Facts,
  Procedure,
  ProcedureShape,
  allSteps,
  dueSteps,
  cableFact,
  factValue,
  foldFacts,
  goesToBowl,
  safeToTouch,
  screwLedger,
  screwsAtStart,
  screwsOut,
  swapSteps,
  swapConditions,
  undo,
  variantsOf,
  wayIn,
} from '.';

const devices = join(__dirname, '../../../demo/devices');
const procedures = readdirSync(devices).map((name) => {
  const read: unknown = JSON.parse(readFileSync(join(devices, name), 'utf8'));
  return [name.replace('.json', ''), z.object({ procedure: Procedure }).parse(read).procedure] as const;
});

const stamp = { at: '2026-11-25T08:00:00.000Z', by: 'IM' };
const after = (facts: Facts, steps: HandStep[]): Facts =>
  foldFacts(
    steps.flatMap(({ effects }) => effects.map((effect) => ({ ...effect, ...stamp }))),
    facts,
  );
const start = (procedure: Procedure): Facts =>
  foldFacts([
    ...screwsAtStart(procedure).map((setting) => ({ ...setting, ...stamp })),
    ...procedure.cables.map((cable) => ({ fact: cableFact(cable), value: true, ...stamp })),
    { fact: 'drive.inserted', value: true, ...stamp },
  ]);

describe.each(procedures)('%s', (_, procedure) => {
  const variants = variantsOf(procedure);
  const way = fc
    .record({ variant: fc.constantFrom(...variants), holds: fc.subarray([...swapConditions]) })
    .map(({ variant, holds }) => ({ ...variant, holds }));
  const walk = fc.record({
    way,
    share: fc.double({ min: 0, max: 1, noNaN: true }),
    picks: fc.array(fc.nat(), { minLength: 60, maxLength: 60 }),
  });
  /** Any legal walk: at each step one of those that may be done now. */
  const walked = (steps: HandStep[], share: number, picks: number[]) => {
    const done: HandStep[] = [];
    while (done.length < Math.round(share * steps.length)) {
      const due = dueSteps(
        steps,
        done.map(({ id }) => id),
      );
      done.push(due[picks[done.length]! % due.length]!);
    }
    return done;
  };

  it('has 15 to 60 steps, whatever is answered', () => {
    for (const variant of variants) {
      const steps = allSteps(procedure, variant);
      expect(steps.length).toBeGreaterThanOrEqual(15);
      expect(steps.length).toBeLessThanOrEqual(60);
    }
  });

  it('keeps its ledger exact on every walk, and reaches no board while power could be on', () => {
    fc.assert(
      fc.property(walk, ({ share, picks, way: conditions }) => {
        let facts = start(procedure);
        const inBowl = new Map(procedure.fasteners.map(({ id }) => [id, 0]));
        for (const act of walked(allSteps(procedure, conditions), share, picks)) {
          if (act.touchesBoard && act.station !== 'close')
            for (const [fact, value] of safeToTouch(procedure.power))
              expect([fact, factValue(facts, fact)]).toEqual([fact, value]);
          facts = after(facts, [act]);
          for (const group of procedure.fasteners.filter(goesToBowl)) {
            if (act.takesOut.includes(group.id)) inBowl.set(group.id, group.count);
            if (act.putsIn.includes(group.id)) inBowl.set(group.id, 0);
          }
          const ledger = screwLedger(procedure, facts);
          expect(Object.fromEntries(ledger.rows.map((row) => [row.group.id, row.inBowl]))).toEqual(
            Object.fromEntries(inBowl),
          );
        }
      }),
      { numRuns: 40 },
    );
  });

  it('is closed by the way back from any point: every fastener home, every cable on, a drive in its place', () => {
    fc.assert(
      fc.property(walk, ({ share, picks, way: conditions }) => {
        const steps = [...wayIn(procedure, conditions), ...swapSteps(procedure, conditions)];
        const done = walked(steps, share, picks);
        const facts = after(after(start(procedure), done), undo(procedure, done));
        expect(screwsOut(screwLedger(procedure, facts))).toBe(0);
        expect(procedure.cables.filter((cable) => factValue(facts, cableFact(cable)) !== true)).toEqual([]);
        expect(factValue(facts, 'drive.inserted')).toBe(true);
      }),
      { numRuns: 60 },
    );
  });

  it('tells of at least three steps what comes of doing them too early or forgetting them', () => {
    const steps = [...wayIn(procedure), ...swapSteps(procedure, { holds: swapConditions })];
    expect(steps.filter(({ tooEarly, forgotten }) => tooEarly ?? forgotten).length).toBeGreaterThanOrEqual(3);
  });
});

const step = { how: 'h', title: 't', minutes: 1 };
const open = { ...step, tool: 'driver', back: { title: 'b', how: 'h', minutes: 1 } };
const screw = { id: 'a', where: 'w', count: 1, lengthMm: 2, bit: 'PH0' };
const problems = (more: object) =>
  Procedure.safeParse({ fasteners: [screw], open: [], swap: [], ...more }).error?.issues.map(
    ({ message }) => message,
  ) ?? [];
const does = (fact: string, value = true) => ({ effects: [{ fact, value }] });

it.each([
  [
    'taken out twice',
    {
      open: [
        { ...open, id: 'x', takesOut: ['a'] },
        { ...open, id: 'y', takesOut: ['a'] },
      ],
    },
    'step y: a is taken out twice',
  ],
  [
    'put in without having come out',
    { swap: [{ ...step, id: 'z', putsIn: ['a'] }] },
    'step z: a goes in without having come out',
  ],
  [
    'never put back',
    { open: [{ ...open, id: 'x', takesOut: ['a'], back: { none: 'n' } }] },
    'fastener group a never goes back to its holes',
  ],
  ['of no group', { open: [{ ...open, id: 'x', takesOut: ['b'] }] }, 'step x: there is no fastener group b'],
  ['of no cable', { open: [{ ...open, id: 'x', unplugs: ['c'] }] }, 'step x: there is no cable c'],
  [
    'with a tool that is not there',
    { tools: [{ name: 'pick' }], open: [{ ...open, id: 'x', ...does('a.b'), tool: 'saw' }] },
    'step x: there is no tool “saw”',
  ],
  [
    'without effect',
    { open: [{ ...open, id: 'x' }] },
    'step x: it changes nothing: it has no effect, fastener or cable',
  ],
  [
    'standing twice',
    {
      open: [
        { ...open, id: 'x', ...does('a.b') },
        { ...open, id: 'x', ...does('a.b') },
      ],
    },
    'step x: it stands twice',
  ],
  [
    'needing what nothing brings about',
    { open: [{ ...open, id: 'x', ...does('a.b'), needs: [{ fact: 'c.d', value: true }] }] },
    'step x: it needs c.d true, which no step brings about',
  ],
  [
    'in a circle',
    {
      open: [
        { ...open, id: 'x', ...does('a.b'), needs: [{ fact: 'c.d', value: true }] },
        { ...open, id: 'y', ...does('c.d'), needs: [{ fact: 'a.b', value: true }] },
      ],
    },
    'step x: it needs c.d true, which no step before it brings about: they wait for each other',
  ],
  [
    'on a live board',
    { open: [{ ...open, id: 'x', ...does('a.b'), touchesBoard: true }] },
    'step x: it touches the board while battery.connected is not false',
  ],
  [
    'on a live supply',
    { power: 'mains', open: [{ ...open, id: 'x', ...does('power.off'), touchesBoard: true }] },
    'step x: it touches the board while supply.discharged is not true',
  ],
  [
    'for an answer nobody is asked for',
    { open: [{ ...open, id: 'x', ...does('a.b'), only: { question: 'q', answer: 'r' } }] },
    'step x: nobody is asked for the answer q: r',
  ],
  [
    'with a cable that is never plugged again',
    {
      cables: [{ id: 'c', where: 'w', latch: 'flip' }],
      open: [{ ...open, id: 'x', unplugs: ['c'], back: { none: 'n' } }],
    },
    'cable c is never plugged again',
  ],
  [
    'alongside one that does not stand before it',
    { open: [{ ...open, id: 'x', ...does('a.b'), alongside: ['y'] }] },
    'step x: it is done alongside y, which does not stand before it here',
  ],
  [
    'alongside one that it needs',
    {
      open: [
        { ...open, id: 'x', ...does('a.b') },
        { ...open, id: 'y', ...does('c.d'), needs: [{ fact: 'a.b', value: true }], alongside: ['x'] },
      ],
    },
    'step y: it needs a.b true, which no step before it brings about: they wait for each other',
  ],
  [
    'that protects from what comes before it',
    {
      open: [
        { ...open, id: 'x', ...does('a.b') },
        { ...open, id: 'y', ...does('fan.covered'), protects: ['x'] },
      ],
    },
    'step y: it protects from x, which does not come after it',
  ],
  [
    'that discharges static only after the board was touched',
    {
      open: [
        {
          ...open,
          id: 'off',
          effects: [...does('power.off').effects, ...does('battery.connected', false).effects],
        },
        { ...open, id: 'x', ...does('a.b'), touchesBoard: true },
        { ...open, id: 'ground', ...does('static.discharged') },
      ],
    },
    'step x: it touches the board before static is discharged: what protects comes first',
  ],
  [
    'that only one board has and all need',
    {
      open: [
        { ...open, id: 'x', ...does('a.b'), revisions: ['late'] },
        { ...open, id: 'y', ...does('c.d'), needs: [{ fact: 'a.b', value: true }] },
      ],
    },
    'step y: it needs a.b true, which no step before it brings about: they wait for each other',
  ],
])('a procedure with a step %s is refused, and the step is named', (_, more, message) => {
  expect(problems(more)).toContain(message);
});

it('a screw of negative length, and one without a bit, are refused', () => {
  expect(problems({ fasteners: [{ ...screw, lengthMm: -1 }] })).toHaveLength(1);
  expect(problems({ fasteners: [{ ...screw, bit: null }] })).toEqual(['A screw has a length and a bit.']);
});

it('latches and tabs never reach the bowl, nuts and posts do', () => {
  const at = (kind: string) => ({ id: kind, where: 'w', kind, count: 2 });
  const procedure = ProcedureShape.parse({
    fasteners: ['latch', 'twist-tab', 'bent-tab', 'nut', 'post'].map(at),
    open: [{ ...open, id: 'x', takesOut: ['latch', 'twist-tab', 'bent-tab', 'nut', 'post'] }],
    swap: [],
  });
  const ledger = screwLedger(procedure, after(start(procedure), wayIn(procedure)));
  expect([ledger.inBowl, ledger.total, screwsOut(ledger)]).toEqual([4, 4, 10]);
});
