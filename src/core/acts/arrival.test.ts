import { createHash } from 'node:crypto';
import { judgeCapacity, placesOf } from '../genuine';
import { forecastSectors } from '../part';
import { Bench, choose, dock, drives } from './bench.test.data';
import { fillWish } from '../disk';
import { nextStep } from '../job';

const drive = drives.find(({ id }) => id === 'ostrel-marl-2000')!;
const bytes = forecastSectors(drive.labelGB, drive.sectorBytes) * drive.sectorBytes;
const sum = (text: string) => createHash('sha256').update(text).digest('hex');
const file = (size: number, read = (at: number) => sum(`w${at}`)) =>
  [
    `jicara-capacity ${size}`,
    ...placesOf(size).map((at) => `${at / 2 ** 20} ${sum(`w${at}`)} ${read(at)}`),
  ].join('\n');

/** Open, with both drives on the dock. */
function docked(): Bench {
  const bench = new Bench();
  bench.do(choose(drive.id, ['lindrel-soft-250']));
  bench.do({ kind: 'lay-out', wish: fillWish });
  for (let next = nextStep(bench.state, bench.context); next?.station === 'open';) {
    bench.do({ kind: 'step', stepId: next.id });
    next = nextStep(bench.state, bench.context);
  }
  bench.report({ kind: 'docked', dock });
  return bench;
}

const tried = (wrongAt: number | null) =>
  judgeCapacity(
    placesOf(bytes).map((at) => ({ at, is: at === wrongAt ? { of: 2 * wrongAt } : ('own' as const) })),
    { at: '2026-11-24T08:00:00.000Z', by: 'dock', simulated: true, bytes },
  );
const stateOf = (bench: Bench) => bench.do({ kind: 'copy' });

it('trying a drive is armed as a copy is, and only before anything is on it', () => {
  const bench = docked();
  const ask = { kind: 'try-capacity', isEmpty: true } as const;
  expect(bench.do(ask)).toBe('hold-label');
  bench.do({ kind: 'arm', label: dock.new.benchLabel });
  expect(bench.do(ask)).toBe('ok');
  bench.report({ kind: 'copy-begun' });
  expect(bench.do(ask)).toBe('not-empty');
  expect(bench.do({ kind: 'capacity-lines', text: file(bytes) })).toBe('not-empty');
});

it('a false drive holds the copy and the swap until it is out of the dock; nobody walks past', () => {
  const bench = docked();
  bench.do({ kind: 'arm', label: dock.new.benchLabel });
  bench.report({ kind: 'capacity-tried', tried: tried(null) });
  expect(stateOf(bench)).toBe('ok');
  bench.report({ kind: 'capacity-tried', tried: tried(2 ** 30) });
  expect(bench.state.history.at(-1)?.sentence).toContain('False');
  expect(stateOf(bench)).toBe('hold-false-size');
  expect(bench.do({ kind: 'override', code: 'false-size', reason: 'it will do' })).toBe('hold-false-size');
  bench.report({ kind: 'undocked' });
  expect(bench.state.job.capacity).toBeNull();
});

it('an image file is not tried: that would be this computer’s disk', () => {
  const bench = docked();
  bench.state.job.dock = { ...dock, new: { ...dock.new, file: 'new.img' } };
  expect(bench.do({ kind: 'try-capacity', isEmpty: true })).toBe('image-file');
});

it('what the lines found is held against the drive that was chosen, and goes with it', () => {
  const bench = new Bench();
  expect(bench.do({ kind: 'capacity-lines', text: file(bytes) })).toBe('no-drive');
  bench.do(choose(drive.id, ['lindrel-soft-250']));
  expect(bench.do({ kind: 'capacity-lines', text: 'hello' })).toBe('capacity-file');
  expect(bench.do({ kind: 'capacity-lines', text: file(1_000_204_886_016) })).toBe('other-size');
  expect(bench.do({ kind: 'capacity-lines', text: file(bytes) })).toBe('ok');
  expect(bench.state.job.capacity).toMatchObject({ by: 'lines', simulated: false, isFalse: false });
  expect(bench.do({ ...choose('pirrin-seam-2000', ['lindrel-soft-250']), reason: 'for this test' })).toBe(
    'ok',
  );
  expect(bench.state.job.capacity).toBeNull();
});
