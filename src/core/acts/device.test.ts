import ploverData from '../../../demo/devices/braskit-plover.json';
import skeinData from '../../../demo/devices/vellamar-skein.json';
import wrenData from '../../../demo/devices/braskit-wren.json';
import { DeviceProfile } from '../device';
import { about, exact } from '../margin';
import { fillWish } from '../disk';
import { nextStep, stepsOf } from '../job';
import { makeSheet } from '../job-view';
import { factValue } from '../work';
import { Bench, choose, dock, proof, takeIn } from './bench.test.data';
import type { JobAct } from '.';

const wren = DeviceProfile.parse(wrenData);
const skein = DeviceProfile.parse(skeinData);
const last = (bench: Bench) => bench.state.history.at(-1)!;
const fact = (bench: Bench, name: Parameters<typeof factValue>[1]) => factValue(bench.state.facts, name);
const measured = { kind: 'measured', note: 'caliper' } as const;

function stepOnce(bench: Bench) {
  const next = nextStep(bench.state, bench.context)!;
  return bench.do({ kind: 'step', stepId: next.id });
}

describe('what was taken in', () => {
  it('is changed before opening, stating anew only what the form changed', () => {
    const bench = new Bench();
    bench.do({ kind: 'observe', fact: 'card.inserted', value: true });
    expect(bench.do({ kind: 'amend', takeIn: { ...takeIn, place: 'deck 2', encryption: 'yes' } })).toBe('ok');
    // The card was seen since: the form said nothing new of it.
    expect([fact(bench, 'card.inserted'), fact(bench, 'encryption.on')]).toEqual([true, true]);
    expect(last(bench).changes.map((change) => change.fact)).toEqual(['encryption.on']);
    expect(bench.state.job.takeIn.place).toBe('deck 2');
  });

  it('stays what it is about: neither the device nor practice changes with it', () => {
    const bench = new Bench();
    bench.do({ kind: 'amend', takeIn: { ...takeIn, profileId: 'braskit-wren', practice: false } });
    expect(bench.state.job.takeIn).toMatchObject({ profileId: takeIn.profileId, practice: true });
  });

  it('stands once the device was opened', () => {
    const bench = new Bench();
    bench.do(choose('ostrel-marl-2000', ['lindrel-soft-250']));
    bench.do({ kind: 'lay-out', wish: fillWish });
    expect(stepOnce(bench)).toBe('ok');
    expect(bench.do({ kind: 'amend', takeIn })).toBe('opened');
  });
});

describe('what is seen', () => {
  it('a battery that was seen swollen is not seen flat again', () => {
    const bench = new Bench({ ...takeIn, swollen: 'unknown' });
    const swollen = (value: boolean): JobAct => ({ kind: 'observe', fact: 'battery.swollen', value });
    expect(bench.do(swollen(false))).toBe('ok');
    expect(bench.do(swollen(true))).toBe('ok');
    expect(bench.do(swollen(false))).toBe('swollen-stands');
    expect(bench.do(swollen(true))).toBe('ok');
    expect(last(bench).sentence).toMatch(/^Looked: /u);
  });

  it('cables go in at first power, in their order, the one that brings power last', () => {
    const bench = new Bench({ ...takeIn, chargePercent: null }, skein);
    bench.mains = true;
    const [first, ...others] = skein.firstPower.cables;
    const power = others.at(-1)!;
    const plug = (name: string, value: boolean) => bench.do({ kind: 'observe', fact: name, value } as JobAct);
    expect(plug(power.fact, true)).toBe('not-closed');
    bench.do(choose('harlo-vigil-2000'));
    bench.do({ kind: 'lay-out', wish: fillWish });
    for (let next = nextStep(bench.state, bench.context); next; next = nextStep(bench.state, bench.context)) {
      if (next.station === 'swap' && !bench.state.job.dock) {
        bench.report({ kind: 'docked', dock });
        bench.report({ kind: 'copied', proof });
      }
      if (bench.state.job.revisionId === null && skein.revisions[0])
        bench.do({ kind: 'revision', revisionId: skein.revisions[0].id });
      bench.at = new Date(Date.parse(bench.at) + 3_600_000).toISOString();
      expect([next.id, bench.do({ kind: 'step', stepId: next.id })]).toEqual([next.id, 'ok']);
    }
    expect(plug(power.fact, true)).toBe('cable-order');
    expect(plug(first!.fact, true)).toBe('ok');
    for (const { fact: name } of others) expect(plug(name, true)).toBe('ok');
  });
});

describe('charge', () => {
  it('counts against the limit that is followed', () => {
    const bench = new Bench(takeIn, wren);
    const limit = wren.opening.chargeBelowPercent;
    bench.do({ kind: 'charge', percent: limit });
    expect([fact(bench, 'charge.below-limit'), last(bench).sentence]).toEqual([
      false,
      `Charge shown: ${limit} %.`,
    ]);
    bench.do({ kind: 'charge', percent: limit - 0.5 });
    expect(fact(bench, 'charge.below-limit')).toBe(true);
  });

  it('the storage mode has a limit of its own, where the device has one, until it is opened', () => {
    const stored = { kind: 'charge-policy' as const, policy: 'storage-mode' as const };
    expect(new Bench().do(stored)).toBe('no-storage-mode');
    const bench = new Bench({ ...takeIn, chargePercent: wren.opening.storageModeBelowPercent! - 1 }, wren);
    expect(fact(bench, 'charge.below-limit')).toBe(false);
    expect(bench.do(stored)).toBe('ok');
    expect([fact(bench, 'charge.below-limit'), bench.state.job.chargePolicy]).toEqual([true, 'storage-mode']);
    expect(last(bench).sentence).toContain('the maker’s storage mode');
    expect(bench.do({ kind: 'charge-policy', policy: 'low-charge' })).toBe('ok');
    expect(fact(bench, 'charge.below-limit')).toBe(false);
    // At its limit it is not below it, whichever is followed.
    const at = new Bench({ ...takeIn, chargePercent: wren.opening.storageModeBelowPercent! }, wren);
    expect([at.do(stored), fact(at, 'charge.below-limit')]).toEqual(['ok', false]);
    expect(new Bench().do({ kind: 'charge-policy', policy: 'low-charge' })).toBe('ok');
    const unknown = new Bench({ ...takeIn, chargePercent: null }, wren);
    unknown.do(stored);
    expect(fact(unknown, 'charge.below-limit')).toBeNull();
  });
});

describe('what is measured', () => {
  it('is told with its name and its spread, and taken back as that', () => {
    const bench = new Bench();
    const before = bench.state.job;
    const measures = { gapMm: about(2.5, 0.1, 0.1, measured) };
    bench.do({ kind: 'measure', measures } as JobAct);
    expect(last(bench).sentence).toMatch(/^Measured: .*2\.5/u);
    expect(bench.state.job).toEqual({ ...before, measures });
    bench.do({ kind: 'measure', measures: {} });
    expect(bench.state.job).toEqual({ ...before, measures: {} });
    expect(last(bench).sentence).toBe('Measures taken back: those of the profile count.');
  });
});

describe('the board', () => {
  it('is one that the device has, or not known', () => {
    const bench = new Bench(takeIn, wren);
    const [early] = wren.revisions;
    expect(bench.do({ kind: 'revision', revisionId: 'no-such' })).toBe('no-revision');
    expect(bench.do({ kind: 'revision', revisionId: early!.id })).toBe('ok');
    expect(last(bench).sentence).toBe(`Board revision: ${early!.name}.`);
    expect(bench.do({ kind: 'revision', revisionId: null })).toBe('ok');
    expect(last(bench).sentence).toBe('The board revision is not known.');
  });

  it('may be told while its steps are the same so far; where they are others, not any more', () => {
    const bench = new Bench({ ...takeIn, chargePercent: 10 }, wren);
    const told = (revisionId: string | null) => bench.do({ kind: 'revision', revisionId });
    const stepsOn = (revisionId: string) =>
      stepsOf({ ...bench.state.job, revisionId }, bench.context).map(({ id }) => id);
    const [early = '', late = ''] = wren.revisions.map(({ id }) => id);
    const [one, other] = [stepsOn(early), stepsOn(late)];
    const fork = one.findIndex((id, i) => id !== other[i]);
    expect(fork).toBeGreaterThan(0);
    expect(told(early)).toBe('ok');
    const job = bench.state;
    // As far as both boards go the same way, the board may still be another one; a step beyond, it may not.
    for (const [done, said] of [
      [one.slice(0, fork), 'ok'],
      [one.slice(0, fork + 1), 'opened'],
      [one.filter((_, i) => i === 0 || i === fork), 'opened'],
    ] as const) {
      bench.state = { ...job, doneSteps: [...done] };
      expect([done.length, told(late)]).toEqual([done.length, said]);
      bench.state = job;
    }
  });
});

it('the system version and the library are kept, and a library is taken off again', () => {
  const bench = new Bench();
  bench.do({ kind: 'system-version', version: '4.10' });
  expect([bench.state.job.takeIn.systemVersion, last(bench).sentence]).toEqual([
    '4.10',
    'System version shown: 4.10.',
  ]);
  const before = bench.state.job;
  const library = { kind: 'count', count: 12, typicalBytes: 50e9, holdsKept: false } as const;
  expect(bench.do({ kind: 'library', library })).toBe('ok');
  expect(last(bench).sentence).toBe('Library: 600 GB.');
  expect(bench.state.job).toEqual({ ...before, library });
  bench.do({ kind: 'library', library: null });
  expect(last(bench).sentence).toBe('The library is taken off the list.');
  expect(bench.state.job).toEqual({ ...before, library: null });
});

describe('a wish', () => {
  const smaller = choose('ostrel-marl-1000', ['lindrel-soft-250']);

  it('that a drive does not meet is passed by a typed reason alone, which is kept and told', () => {
    const bench = new Bench();
    expect(bench.do(smaller)).toBe('wish-unmet');
    expect(bench.do({ ...smaller, reason: 'the owner pays for 1 TB only' })).toBe('ok');
    expect(bench.state.job.choice?.reason).toBe('the owner pays for 1 TB only');
    expect(last(bench).sentence).toContain(
      'Less than was wanted, taken all the same: the owner pays for 1 TB only',
    );
    expect(makeSheet(bench.state, bench.context).notes.some(({ text }) => text.includes('1 TB only'))).toBe(
      true,
    );
  });

  it('keeps no reason where it is met, and takes a choice back when it grows beyond it', () => {
    const bench = new Bench({ ...takeIn, wantedGB: 1000 });
    expect(bench.do({ ...smaller, reason: 'no need for one' })).toBe('ok');
    expect(bench.state.job.choice?.reason).toBeNull();
    expect(bench.do({ kind: 'amend', takeIn })).toBe('ok');
    expect(bench.state.job.choice).toBeNull();
    expect(last(bench).sentence).toContain('taken back: Size that was wanted: 1,000 GB');
  });

  it('of money counts like one of size', () => {
    const bench = new Bench({ ...takeIn, wantedGB: 1000, budget: { minor: 100, currency: 'EUR' } });
    expect(bench.do(smaller)).toBe('wish-unmet');
    expect(bench.do({ ...smaller, reason: 'paid from another account' })).toBe('ok');
  });

  it('does not let pass what does not fit at all', () => {
    const bench = new Bench({ ...takeIn, wantedGB: 8000 });
    expect(bench.do({ ...choose('harlo-vigil-2000'), reason: 'it has to' })).toBe('does-not-fit');
  });
});

describe('a change that cannot be undone', () => {
  const plover = DeviceProfile.parse(ploverData);
  const cut = {
    ...choose('tolvane-quay-1000'),
    adapterId: 'orme-step-4280',
    caseChangeIds: ['trim-ribs'],
    reason: 'its chips are lower than their class',
  };
  const agree = (agrees: boolean, caseChangeId = 'trim-ribs') => ({
    kind: 'agree' as const,
    caseChangeId,
    agrees,
  });
  const bench = () => new Bench({ ...takeIn, wantedGB: 1000 }, plover);

  it('needs what the owner says to it before a drive is chosen with it', () => {
    const b = bench();
    expect(b.do(cut)).toBe('not-agreed');
    expect(b.do(agree(true, 'saw-off'))).toBe('no-change');
    expect(b.do(agree(true))).toBe('ok');
    expect(last(b).sentence).toContain('The owner agrees: Trim the two ribs inside the back.');
    expect(b.do(cut)).not.toBe('not-agreed');
  });

  it('goes, and takes the drive back, where the owner changes their mind before the work begins', () => {
    const b = bench();
    b.do(agree(true));
    expect(b.do(cut)).toBe('ok');
    expect(b.do(agree(false))).toBe('ok');
    expect([b.state.job.choice, b.state.job.agreedChanges]).toEqual([null, []]);
    expect(last(b).sentence).toContain('The chosen drive is taken back.');
  });
});

describe('the end', () => {
  function started() {
    const bench = new Bench();
    bench.do(choose('ostrel-marl-2000', ['lindrel-soft-250']));
    bench.do({ kind: 'lay-out', wish: fillWish });
    for (let next = nextStep(bench.state, bench.context); next; next = nextStep(bench.state, bench.context)) {
      if (next.station === 'swap' && !bench.state.job.dock) {
        bench.report({ kind: 'docked', dock });
        bench.report({ kind: 'copy-begun' });
        bench.report({ kind: 'copied', proof });
      }
      expect(bench.do({ kind: 'step', stepId: next.id })).toBe('ok');
    }
    bench.do({ kind: 'observe-start', outcome: 'started' });
    return bench;
  }
  const value = (n: number) => exact(n, { kind: 'reading', note: 'read on the device' });

  it('nothing is read or proved of a device that has not started', () => {
    const bench = new Bench();
    expect(bench.do({ kind: 'read', name: 'size-shown', value: value(1) })).toBe('not-started');
    expect(bench.do({ kind: 'prove' })).toBe('not-started');
    expect(bench.do({ kind: 'hand-over', oldDrive: 'kept' })).not.toBe('ok');
    expect(bench.do({ kind: 'take-back' })).toBe('not-handed-over');
  });

  it('is proved by its readings, each within its limit; a new reading takes the proof back', () => {
    const bench = started();
    expect(bench.do({ kind: 'prove' })).toBe('prove-unknown');
    const { layout } = bench.context;
    const main = layout!.partitions.reduce((most, part) =>
      part.to.lastSector - part.to.firstSector > most.to.lastSector - most.to.firstSector ? part : most,
    );
    const bytes = (main.to.lastSector - main.to.firstSector + 1) * layout!.sectorBytes;
    bench.do({ kind: 'read', name: 'size-shown', value: value(bytes * 0.9) });
    bench.do({ kind: 'read', name: 'read-test', value: value(5e9) });
    bench.do({ kind: 'read', name: 'parts-shown', value: value(layout!.partitions.length) });
    expect(bench.do({ kind: 'prove' })).toBe('prove-over');
    bench.do({ kind: 'read', name: 'size-shown', value: value(bytes) });
    expect(last(bench).sentence).toContain('read on the device');
    expect(bench.do({ kind: 'prove' })).toBe('ok');
    expect(bench.state.job.proved).toBe(true);
    bench.do({ kind: 'read', name: 'read-test', value: value(5e9) });
    expect(bench.state.job.proved).toBe(false);
    expect(bench.do({ kind: 'hand-over', oldDrive: 'kept' })).toBe('not-proved');
    bench.do({ kind: 'prove' });
    expect(bench.do({ kind: 'hand-over', oldDrive: 'kept' })).toBe('ok');
    // Closed: only what may still be added is done to it.
    expect(bench.do({ kind: 'read', name: 'read-test', value: value(5e9) })).toBe('closed');
    expect(bench.do({ kind: 'note', text: 'the owner called' })).toBe('ok');
    expect(bench.do({ kind: 'take-back' })).toBe('ok');
    expect(bench.state.job.handedOver).toBeNull();
  });

  it('what could not be read on the old drive is accepted by the owner with a reason alone', () => {
    const bench = started();
    bench.report({
      kind: 'copied',
      proof: { ...proof, unreadable: [{ offset: 0, bytes: 4096, part: 'games', area: 'G1.DAT' }] },
    });
    const { layout } = bench.context;
    const main = Math.max(
      ...layout!.partitions.map(({ to }) => (to.lastSector - to.firstSector + 1) * layout!.sectorBytes),
    );
    bench.do({ kind: 'read', name: 'size-shown', value: value(main) });
    bench.do({ kind: 'read', name: 'read-test', value: value(5e9) });
    bench.do({ kind: 'read', name: 'parts-shown', value: value(layout!.partitions.length) });
    expect(bench.do({ kind: 'prove' })).toBe('prove-over');
    expect(bench.do({ kind: 'prove', reason: 'fetched again by the owner' })).toBe('ok');
    expect(last(bench)).toMatchObject({
      kind: 'prove-accepted',
      sentence: expect.stringContaining('accepted: fetched again by the owner'),
    });
  });
});

it('a charge that is corrected at take-in is no reading of how fast it falls', () => {
  const bench = new Bench({ ...takeIn, chargePercent: 90 });
  bench.do({ kind: 'charge', percent: 64 });
  bench.do({ kind: 'charge', percent: 60 });
  const amend = (chargePercent: number | null) =>
    bench.do({ kind: 'amend', takeIn: { ...bench.state.job.takeIn, chargePercent } });
  expect(amend(60)).toBe('ok');
  expect(bench.state.job.chargeSeen?.map(({ percent }) => percent)).toEqual([64, 60]);
  expect(amend(40)).toBe('ok');
  expect(bench.state.job.chargeSeen).toEqual([{ at: bench.at, percent: 40 }]);
  expect(amend(null)).toBe('ok');
  expect(bench.state.job.chargeSeen).toEqual([]);
});
