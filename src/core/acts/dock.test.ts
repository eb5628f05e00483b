import { fillWish } from '../disk';
import { nextStep, currentStation, stationStatesOf } from '../job';
import { factValue } from '../work';
import { Bench, choose, dock, proof, takeIn } from './bench.test.data';

const ids = ['lindrel-soft-250'];

/** A job whose old drive is out, in practice or about real drives. */
function ready(practice = true) {
  const bench = new Bench({ ...takeIn, practice });
  bench.do(choose('ostrel-marl-2000', ids));
  bench.do({ kind: 'lay-out', wish: fillWish });
  for (
    let next = nextStep(bench.state, bench.context);
    next?.station === 'open';
    next = nextStep(bench.state, bench.context)
  )
    expect(bench.do({ kind: 'step', stepId: next.id })).toBe('ok');
  return bench;
}
const files = { old: 'old.img', new: 'new.img' };
const fileDock = { ...dock, old: { ...dock.old, file: 'old.img' }, new: { ...dock.new, file: 'new.img' } };
const docked = (practice = true) => {
  const bench = ready(practice);
  bench.report({ kind: 'docked', dock: practice ? dock : fileDock });
  return bench;
};
const fact = (bench: Bench, name: Parameters<typeof factValue>[1]) => factValue(bench.state.facts, name);
const station = (bench: Bench) => currentStation(stationStatesOf(bench.state, bench.context));
const last = (bench: Bench) => bench.state.history.at(-1)!;

describe('into the dock', () => {
  const put = { kind: 'dock' as const, caseId: 'tarn-5' };

  it('wants a drive, a layout, the old drive out of the device, and empty ports', () => {
    const bench = new Bench();
    expect(bench.do(put)).toBe('no-layout');
    bench.do(choose('ostrel-marl-2000', ids));
    expect(bench.do(put)).toBe('no-layout');
    bench.do({ kind: 'lay-out', wish: fillWish });
    expect(bench.do(put)).toBe('drive-inside');
    expect(ready().do(put)).toBe('ok');
    expect(docked().do(put)).toBe('docked');
  });

  it('makes nothing simulated for a real job, and takes no file for both drives', () => {
    const real = ready(false);
    expect(real.do(put)).toBe('no-stand-in');
    expect(real.do({ ...put, files })).toBe('ok');
    expect(real.do({ ...put, files: { old: 'x.img', new: 'x.img' } })).toBe('same-file');
    expect(ready().do({ ...put, files })).toBe('ok');
  });

  it('gives drives out again, and forgets what was copied, until the swap has begun', () => {
    expect(ready().do({ kind: 'undock' })).toBe('not-docked');
    const bench = docked();
    bench.do({ kind: 'arm', label: 'KV-2207' });
    bench.report({ kind: 'copy-begun' });
    bench.report({ kind: 'copied', proof });
    expect(bench.do({ kind: 'undock' })).toBe('ok');
    bench.report({ kind: 'undocked' });
    expect([bench.state.job.dock, bench.state.job.copy]).toEqual([null, null]);
    for (const name of ['target.armed', 'copy.begun', 'copy.verified'] as const)
      expect(fact(bench, name)).toBeNull();
    const swapped = docked();
    swapped.report({ kind: 'copied', proof });
    swapped.do({ kind: 'step', stepId: nextStep(swapped.state, swapped.context)!.id });
    expect(swapped.do({ kind: 'undock' })).toBe('swapped');
  });
});

it('the new drive is armed by its own label, with the hyphen or without it, and the old one never', () => {
  expect(ready().do({ kind: 'arm', label: 'KV-2207' })).toBe('not-docked');
  const bench = docked();
  for (const [label, said] of [
    ['KV-9999', 'wrong-label'],
    ['', 'wrong-label'],
    [dock.old.benchLabel, 'source-label'],
    ['kv 2207', 'ok'],
    ['KV2207', 'ok'],
  ] as const)
    expect(bench.do({ kind: 'arm', label })).toBe(said);
  expect(fact(bench, 'target.armed')).toBe(true);
  expect(last(bench).sentence).toBe('Armed KV-2207 by typing its label.');
});

describe('which of two tables counts', () => {
  it('is said with the drives on the dock, before the copy begins, and kept with the old drive', () => {
    expect(ready(false).do({ kind: 'which-table', table: 'gpt' })).toBe('not-docked');
    const bench = docked(false);
    expect(bench.do({ kind: 'which-table', table: 'record' })).toBe('ok');
    expect(bench.state.job.dock?.old.table).toBe('record');
    expect(bench.state.job.dock?.new.table).toBeNull();
    expect(last(bench).sentence).toContain('the older record in sector 0');
    bench.report({ kind: 'copy-begun' });
    expect(bench.do({ kind: 'which-table', table: 'gpt' })).toBe('copy-begun');
  });
});

describe('copied elsewhere', () => {
  const elsewhere = { kind: 'copied-elsewhere' as const, means: 'the yard’s copier' };

  it('is for real jobs that copy, with their drives off the dock', () => {
    expect(ready().do(elsewhere)).toBe('practice');
    expect(docked(false).do(elsewhere)).toBe('docked');
    expect(new Bench({ ...takeIn, practice: false }).do(elsewhere)).toBe('no-layout');
    const other = new Bench({ ...takeIn, practice: false });
    other.do({ kind: 'route', route: 'stick' });
    expect(other.do(elsewhere)).toBe('other-way');
  });

  it('begins and proves nothing, and takes back what was said of an earlier copy', () => {
    const bench = ready(false);
    expect(bench.do(elsewhere)).toBe('ok');
    expect(bench.state.job.copy).toMatchObject({ grade: 'done-elsewhere', blocks: 0 });
    expect([
      fact(bench, 'copy.begun'),
      fact(bench, 'copy.verified'),
      fact(bench, 'copy.looked-into'),
    ]).toEqual([true, false, null]);
    expect(bench.do({ kind: 'override', code: 'copy-unverified', reason: 'read back there' })).toBe('ok');
    expect(station(bench)).toBe('swap');
    expect(bench.do(elsewhere)).toBe('ok');
    expect(station(bench)).toBe('carry-over');
  });
});

describe('a look inside', () => {
  it('wants something copied; the drive on the dock, or an image of it', () => {
    const bench = docked();
    expect(ready().do({ kind: 'look-inside' })).toBe('not-docked');
    expect(bench.do({ kind: 'look-inside' })).toBe('no-copy');
    bench.report({ kind: 'copied', proof });
    expect(bench.do({ kind: 'look-inside' })).toBe('ok');
    expect(bench.do({ kind: 'look-inside', image: 'ends.img' })).toBe('practice');
    const real = docked(false);
    real.report({ kind: 'copied', proof: { ...proof, into: 'image-file' } });
    expect(real.do({ kind: 'look-inside' })).toBe('only-image');
    expect(real.do({ kind: 'look-inside', image: 'ends.img' })).toBe('ok');
  });

  it('lifts the hold where all evidence is there, and says what is not', () => {
    const bench = docked(false);
    bench.report({ kind: 'copied', proof: { ...proof, into: 'image-file' } });
    bench.report({ kind: 'looked-inside', against: ['Mirror: not known'], image: 'ends.img' });
    expect([station(bench), last(bench).sentence]).toEqual([
      'carry-over',
      'Looked inside ends.img, an image of the new drive: Mirror: not known.',
    ]);
    bench.report({ kind: 'looked-inside', against: [], image: null });
    expect([station(bench), last(bench).sentence]).toEqual([
      'swap',
      'Looked inside the new drive: all of its evidence is there.',
    ]);
  });
});

describe('a real drive, read elsewhere', () => {
  const printed = 'x';
  const match = { matched: 3, differing: [], missing: [], strange: 0 };

  it('is held against a finished image file and nothing else', () => {
    expect(ready(false).do({ kind: 'drive-read', printed })).toBe('not-docked');
    expect(docked().do({ kind: 'drive-read', printed })).toBe('no-image');
    const bench = docked(false);
    expect(bench.do({ kind: 'drive-read', printed })).toBe('no-image');
    bench.report({ kind: 'copied', proof: { ...proof, into: 'image-file' } });
    expect(bench.do({ kind: 'drive-read', printed })).toBe('ok');
  });

  it.each([
    [
      'differs',
      { ...match, differing: [{ offset: 4096, bytes: 4096 }] },
      /1 differ.*the first at byte 4096/u,
    ],
    [
      'is missing',
      { ...match, missing: [{ offset: 8192, bytes: 4096 }] },
      /1 were not read; the first at byte 8192/u,
    ],
    ['is of another list', { ...match, strange: 2 }, /2 are none of its list/u],
  ])('one stretch that %s proves nothing, and takes back what was proved', (_, not, said) => {
    const bench = docked(false);
    bench.report({ kind: 'copied', proof: { ...proof, into: 'image-file' } });
    expect([station(bench), fact(bench, 'copy.verified')]).toEqual(['carry-over', false]);
    bench.report({ kind: 'drive-read', match });
    expect([station(bench), bench.state.job.copy?.grade, bench.state.job.copy?.into]).toEqual([
      'swap',
      'written-elsewhere',
      'drive',
    ]);
    bench.report({ kind: 'drive-read', match: not });
    expect(last(bench).sentence).toMatch(said);
    expect([station(bench), bench.state.job.copy?.grade, bench.state.job.copy?.into]).toEqual([
      'carry-over',
      'read-back',
      'image-file',
    ]);
    expect(bench.state.job.driveRead).toMatchObject(not);
  });
});

describe('a rehearsal', () => {
  const rehearsal = {
    at: '2026-11-24T08:00:00.000Z',
    run: '4711',
    verdict: 'shell' as const,
    said: 'Shell>',
    seconds: 9,
    simulated: true,
  };

  it('is made of a finished copy, and of none before', () => {
    expect(ready().do({ kind: 'rehearse' })).toBe('not-docked');
    const bench = docked();
    expect(bench.do({ kind: 'rehearse' })).toBe('no-copy');
    bench.report({ kind: 'copied', proof });
    expect(bench.do({ kind: 'rehearse' })).toBe('ok');
  });

  it('stands in the history with its words, lifts and sets no hold, and is of one copy', () => {
    const bench = docked();
    bench.report({ kind: 'copied', proof });
    const before = bench.state.facts;
    bench.report({ kind: 'rehearsed', rehearsal });
    expect(bench.state.facts).toEqual(before);
    expect(last(bench).sentence).toContain('the firmware’s own shell came instead of it (“Shell>”)');
    expect(bench.state.job.rehearsal).toEqual(rehearsal);
    bench.report({ kind: 'copy-begun' });
    expect(bench.state.job.rehearsal).toBeNull();
  });
});

it('a copy is begun, gone on with, asked to stop, and begun anew, each with its words', () => {
  const bench = docked();
  bench.report({ kind: 'copy-begun' });
  expect(last(bench).sentence).toBe('Copy begun.');
  bench.report({ kind: 'copy-goes-on', verifiedBlocks: 12 });
  expect(last(bench).sentence).toBe('The copy goes on behind block 12.');
  bench.report({ kind: 'copy-stopped' });
  expect(last(bench).kind).toBe('copy-stop');
  bench.report({ kind: 'copied', proof });
  bench.report({ kind: 'copy-begun', anew: true });
  expect(last(bench).sentence).toContain('begun anew');
  expect([fact(bench, 'copy.begun'), fact(bench, 'copy.verified')]).toEqual([true, null]);
});
