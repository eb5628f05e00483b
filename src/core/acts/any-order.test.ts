import { fillWish, placedBytes } from '../disk';
import fc from 'fast-check';
import { exact } from '../margin';
import { isTrue, screwsOut } from '../work';
import { type JobAct } from '.';
import { benchCard, makeSheet } from '../job-view';
import { choiceFit, needsReason, stationStatesOf, ledgerOf, mainPart, nextStep } from '../job';
import { Bench, dock, drives, pads, proof, takeIn, choose } from './bench.test.data';

const measured = fc
  .double({ min: 8.5, max: 14, noNaN: true })
  .map((mm) => exact(mm, { kind: 'measured', note: 'test' }));
const reading = (value: number) => exact(value, { kind: 'reading', note: 'test' });
const yesNoUnknown = fc.constantFrom('yes' as const, 'no' as const, 'unknown' as const);

const anyAnswers = fc.oneof(
  { weight: 3, arbitrary: fc.constant({}) },
  {
    weight: 1,
    arbitrary: fc.record({
      card: yesNoUnknown,
      encryption: yesNoUnknown,
      swollen: yesNoUnknown,
      consent: fc.boolean(),
      chargePercent: fc.option(fc.integer({ min: 0, max: 100 })),
    }),
  },
);

type Move = JobAct | { kind: 'next' } | { kind: 'stand-in' } | { kind: 'true-readings' };

/** What brings a job on: the step that is due, the stand-ins, what a person sees when all is well. */
const onward: fc.Arbitrary<Move> = fc.oneof(
  { weight: 12, arbitrary: fc.constant({ kind: 'next' as const }) },
  { weight: 4, arbitrary: fc.constant({ kind: 'stand-in' as const }) },
  {
    weight: 4,
    arbitrary: fc.constantFrom<Move>(
      choose('ostrel-marl-2000', ['lindrel-soft-250']),
      { kind: 'lay-out', wish: { ...fillWish, holdBackPercent: 10 } },
      { kind: 'arm', label: 'KV-2207' },
      { kind: 'observe', fact: 'card.inserted', value: false },
      { kind: 'observe', fact: 'battery.swollen', value: false },
      { kind: 'observe', fact: 'consent.given', value: true },
      { kind: 'observe', fact: 'encryption.on', value: false },
      { kind: 'observe-start', outcome: 'started' },
      { kind: 'true-readings' },
      { kind: 'prove' },
      { kind: 'hand-over', oldDrive: 'kept' },
    ),
  },
);

/** What comes between: other choices, other measures, second thoughts, things out of turn. */
const between: fc.Arbitrary<Move> = fc.oneof(
  fc
    .tuple(
      fc.constantFrom(...drives.map(({ id }) => id), 'gone'),
      fc.array(fc.constantFrom(...pads.map(({ id }) => id), 'gone'), { maxLength: 2 }),
      fc.option(fc.constant('tried it before')),
    )
    .map(([driveId, padIds, reason]) => ({ ...choose(driveId, padIds), reason })),
  fc.record({
    kind: fc.constant('lay-out' as const),
    wish: fc.integer({ min: 0, max: 50 }).map((holdBackPercent) => ({ ...fillWish, holdBackPercent })),
  }),
  fc.record({
    kind: fc.constant('observe' as const),
    fact: fc.constantFrom('card.inserted' as const, 'encryption.on' as const, 'battery.swollen' as const),
    value: fc.boolean(),
  }),
  fc.record({ kind: fc.constant('charge' as const), percent: fc.integer({ min: 0, max: 100 }) }),
  fc.record({ kind: fc.constant('measure' as const), measures: fc.record({ coverMm: measured }) }),
  fc.record({
    kind: fc.constant('read' as const),
    name: fc.constantFrom('size-shown' as const, 'read-test' as const, 'parts-shown' as const),
    value: fc.double({ min: 0, max: 1e13, noNaN: true }).map(reading),
  }),
  fc.constantFrom<JobAct>(
    { kind: 'step-back' },
    { kind: 'undock' },
    { kind: 'copy' },
    { kind: 'switch-on' },
    { kind: 'power-on' },
    { kind: 'switch-off' },
    { kind: 'press', key: 'touch' },
    { kind: 'observe-start', outcome: 'dark' },
    { kind: 'take-back' },
    { kind: 'step', stepId: 'battery-out' },
    { kind: 'note', text: 'x' },
    { kind: 'amend', takeIn },
    { kind: 'brought', driveId: 'ostrel-marl-2000', isBrought: true },
  ),
);

const moves = fc.array(fc.oneof({ weight: 60, arbitrary: onward }, { weight: 1, arbitrary: between }), {
  minLength: 160,
  maxLength: 320,
});

/** Makes a move; stand-ins report only what they were allowed to begin. */
function make(bench: Bench, move: Move): string {
  const { job, facts } = bench.state;
  switch (move.kind) {
    case 'next': {
      const next = nextStep(bench.state, bench.context);
      return next ? bench.do({ kind: 'step', stepId: next.id }) : 'ok';
    }
    case 'stand-in': {
      if (isTrue(facts, 'copy.verified')) return 'ok';
      const said = bench.do(job.dock ? { kind: 'copy' } : { kind: 'dock', caseId: 'tarn-5' });
      if (said !== 'ok') return said;
      if (!job.dock) bench.report({ kind: 'docked', dock });
      else {
        if (!isTrue(facts, 'copy.begun')) bench.report({ kind: 'copy-begun' });
        bench.report({ kind: 'copied', proof });
      }
      return 'ok';
    }
    case 'true-readings': {
      const { layout } = bench.context;
      if (!layout) return 'ok';
      bench.do({ kind: 'read', name: 'size-shown', value: reading(placedBytes(layout, mainPart(layout))) });
      bench.do({ kind: 'read', name: 'read-test', value: reading(6.9e9) });
      return bench.do({ kind: 'read', name: 'parts-shown', value: reading(3) });
    }
    case 'undock': {
      const said = bench.do(move);
      if (said === 'ok') bench.report({ kind: 'undocked' });
      return said;
    }
    default:
      return bench.do(move);
  }
}

/** What must never be, whatever was done before; says which rule is broken. */
function broken(bench: Bench): string | null {
  const { state, context } = bench;
  const { job, facts } = state;
  const ledger = ledgerOf(state, context);
  const out = screwsOut(ledger);
  if (ledger.inBowl > ledger.total || ledger.inBowl < 0) return 'the bowl holds what it cannot';
  if (job.handedOver && (!job.proved || out > 0)) return 'handed over unproved or with screws left';
  if (job.proved && !isTrue(facts, 'device.started')) return 'proved of a device that does not run';
  if (isTrue(facts, 'device.started') && out > 0) return 'running with screws out';
  if (isTrue(facts, 'drive.new-inside') && !isTrue(facts, 'copy.verified'))
    return 'swapped before it was verified';
  if (isTrue(facts, 'copy.begun') && !job.dock) return 'a copy without drives';
  if (job.wish && !job.choice) return 'a layout without a drive';
  const worst = choiceFit(job, context);
  const { verdict } = worst ?? { verdict: 'unknown' as const };
  const asksReason = !worst || needsReason(worst);
  if (job.choice && !job.dock && (asksReason ? job.choice.reason === null : verdict === 'over'))
    return 'a choice that does not fit';
  const at = stationStatesOf(state, context).filter((s) => s.state === 'current' || s.state === 'held');
  if (at.length !== (job.handedOver ? 0 : 1)) return 'the stations are at two places or none';
  return null;
}

it('whatever is done in whatever order, no rule breaks and every screen can be drawn', () => {
  const reached = { refusals: 0, swapped: 0, started: 0, proved: 0, handedOver: 0 };
  fc.assert(
    fc.property(anyAnswers, moves, (answers, list) => {
      const bench = new Bench({ ...takeIn, ...answers });
      for (const move of list) {
        if (make(bench, move) !== 'ok') reached.refusals += 1;
        const rule = broken(bench);
        if (rule) throw new Error(`${rule}, after ${move.kind}`);
      }
      const { facts, job } = bench.state;
      if (isTrue(facts, 'drive.new-inside')) reached.swapped += 1;
      if (isTrue(facts, 'device.started')) reached.started += 1;
      if (job.proved) reached.proved += 1;
      if (job.handedOver) reached.handedOver += 1;
      makeSheet(bench.state, bench.context);
      benchCard(bench.state, { ...bench.context, cases: [], source: null }, { kind: 'none' });
    }),
    { numRuns: 50, seed: 1 },
  );
  // A walk that never comes far proves little: these did.
  expect(reached.refusals).toBeGreaterThan(1000);
  expect(reached.swapped).toBeGreaterThan(15);
  expect(reached.started).toBeGreaterThan(10);
  expect(reached.handedOver).toBeGreaterThan(0);
});
