import { exact } from '../margin';
import { causesOf, isPlausible, mainPart, proveMargins, standsAgainst } from '../job';
import { makeSheet } from '../job-view';
import { howKnown } from '../sheet';
import { Bench, choose, drives, proof, walkToProve } from './bench.test.data';
import { placedBytes } from '../disk';

const reading = (value: number) => exact(value, { kind: 'reading', note: 'test' });
const against = (bench: Bench) =>
  standsAgainst(proveMargins(bench.context.profile, bench.context.layout, bench.state.job), bench.state.job);

/** A job at Prove, walked there by its own acts. */
function atProve() {
  const bench = walkToProve(new Bench());
  return bench;
}
const read = (bench: Bench, name: 'size-shown' | 'read-test' | 'parts-shown', value: number) =>
  bench.do({ kind: 'read', name, value: reading(value) });
const mainBytes = (bench: Bench) => placedBytes(bench.context.layout!, mainPart(bench.context.layout!));

describe('a proof that was not passed', () => {
  it('is read again, or accepted with the owner’s word, which the history keeps; a copy that differs never', () => {
    const bench = atProve();
    read(bench, 'size-shown', mainBytes(bench));
    read(bench, 'parts-shown', bench.context.layout!.partitions.length);
    expect(read(bench, 'read-test', 1e6)).toBe('ok');
    expect(against(bench).acceptable.map(({ id }) => id)).toEqual(['read-test']);
    expect(against(bench).blocking).toEqual([]);
    expect(bench.do({ kind: 'prove' })).toBe('prove-over');
    const stopped = { ...bench.state };
    expect(bench.do({ kind: 'prove', reason: 'fast enough for the cabin' })).toBe('ok');
    expect(bench.state.history.at(-1)!.sentence).toMatch(/but for read test; accepted: fast enough/u);
    bench.state = stopped;
    read(bench, 'read-test', 6.9e9);
    expect(bench.do({ kind: 'prove' })).toBe('ok');
    const copied = { ...proof, mismatches: 3 };
    bench.state = { ...stopped, job: { ...stopped.job, copy: copied } };
    expect(against(bench).blocking.map(({ id }) => id)).toEqual(['mismatches']);
    expect(bench.do({ kind: 'prove', reason: 'it will do' })).toBe('prove-over');
  });

  it('names what may be behind it, the cheapest first, and nothing where all is well or nobody looked', () => {
    for (const id of ['read-test', 'size-shown', 'parts-shown', 'mismatches', 'unreadable']) {
      const minutes = causesOf({ id, verdict: 'over' }).map((one) => one.minutes);
      expect(minutes.length).toBeGreaterThan(0);
      expect(minutes).toEqual([...minutes].sort((a, b) => a - b));
      expect(causesOf({ id, verdict: 'clear' })).toEqual([]);
      expect(causesOf({ id, verdict: 'unknown' })).toEqual([]);
    }
  });
});

describe('what cannot be seen on a device', () => {
  it('is an answer with why: Prove closes, and the sheet says that it is not known', () => {
    const bench = atProve();
    read(bench, 'size-shown', mainBytes(bench));
    read(bench, 'parts-shown', bench.context.layout!.partitions.length);
    expect(bench.do({ kind: 'prove' })).toBe('prove-unknown');
    expect(bench.do({ kind: 'unseen', name: 'read-test', why: 'it has no test' })).toBe('ok');
    expect(bench.do({ kind: 'prove' })).toBe('ok');
    expect(bench.state.history.at(-1)!.sentence).toBe(
      'Proved as far as it can be seen: read test not known.',
    );
    const sheet = makeSheet(bench.state, bench.context);
    const line = sheet.margins.find(({ margin }) => margin.id === 'read-test')!;
    expect(howKnown(line.margin)).toBe('unknown');
    expect(sheet.notes.map(({ text }) => text).join(' ')).toMatch(
      /Read test: cannot be seen on this device\. it has no test/u,
    );
    // Seen after all: what was said is gone, and Prove is open again.
    read(bench, 'read-test', 6.9e9);
    expect(bench.state.job).toMatchObject({ unseen: [], proved: false });
  });

  it('takes a reading away that was typed before, and not the other way round', () => {
    const bench = atProve();
    read(bench, 'read-test', 6.9e9);
    bench.do({ kind: 'unseen', name: 'read-test', why: 'that was the other device' });
    expect(bench.state.job.readings['read-test']).toBeUndefined();
  });
});

it('numbers that can hardly be are told from those that can', () => {
  const marl = drives.find(({ id }) => id === 'ostrel-marl-2000')!;
  expect(isPlausible('read-test', marl.readBytesPerS, marl)).toBe(true);
  expect(isPlausible('read-test', marl.readBytesPerS * 8, marl)).toBe(false);
  expect(isPlausible('read-test', 6900, marl)).toBe(false);
  expect(isPlausible('size-shown', 1.82 * 2 ** 40, marl)).toBe(true);
  expect(isPlausible('size-shown', 2e15, marl)).toBe(false);
  expect(isPlausible('size-shown', 2000, marl)).toBe(false);
  expect(isPlausible('parts-shown', 3, marl)).toBe(true);
  expect(isPlausible('parts-shown', 2.5, marl)).toBe(false);
  expect(isPlausible('read-test', 1, null)).toBe(true);
});

describe('a health log', () => {
  const log = {
    critical_warning: 0,
    temperature: 311,
    avail_spare: 100,
    spare_thresh: 10,
    percent_used: 0,
    data_units_written: 10,
    power_on_hours: 2,
    media_errors: 0,
  };
  const bring = (bench: Bench, which: 'old' | 'new', more: object = {}) =>
    bench.do({ kind: 'health', which, name: 'log.json', log: { text: JSON.stringify({ ...log, ...more }) } });

  it('is read, kept with the drive that it is of, and stands on the sheet', () => {
    const bench = new Bench();
    expect(bring(bench, 'old', { media_errors: 4 })).toBe('ok');
    expect(bench.state.history.at(-1)!.sentence).toMatch(
      /Health of the old drive, read from log\.json: 2 hours, .*4 errors/u,
    );
    expect(bring(bench, 'new')).toBe('ok');
    expect(bench.state.history.at(-1)!.sentence).toMatch(/No drive is chosen/u);
    bench.do(choose('ostrel-marl-2000', ['lindrel-soft-250']));
    expect(bring(bench, 'new')).toBe('ok');
    // The log alone names neither model nor size.
    expect(bench.state.history.at(-1)!.sentence).toMatch(/ask the seller/u);
    expect(bring(bench, 'new', { power_on_hours: 900 })).toBe('ok');
    expect(bench.state.history.at(-1)!.sentence).toMatch(/send it back/u);
    expect(
      makeSheet(bench.state, bench.context).notes.filter(({ text }) => /^Health of/u.test(text)),
    ).toHaveLength(4);
  });

  it('of another drive is refused, or asked about: its serial number says so', () => {
    const bench = new Bench();
    const tool = (serial: string) => ({
      kind: 'health' as const,
      name: 'log.json',
      log: {
        text: JSON.stringify({
          device: { type: 'nvme', protocol: 'NVMe' },
          serial_number: serial,
          nvme_smart_health_information_log: log,
        }),
      },
    });
    expect(bench.do({ ...tool('A77'), which: 'old' })).toBe('ok');
    expect(bench.do({ ...tool('A77'), which: 'new' })).toBe('other-drive');
    expect(bench.do({ ...tool('B12'), which: 'new' })).toBe('ok');
    expect(bench.do({ ...tool('B13'), which: 'new' })).toBe('other-serial');
    expect(bench.do({ ...tool('B13'), which: 'new', isExchanged: true })).toBe('ok');
    // Neither may become the other by being exchanged.
    expect(bench.do({ ...tool('A77'), which: 'new', isExchanged: true })).toBe('other-drive');
    // Each drive may be asked again, whatever came between.
    expect(bench.do({ ...tool('A77'), which: 'old' })).toBe('ok');
    expect(bench.do({ ...tool('B13'), which: 'new' })).toBe('ok');
    expect(bench.do({ ...tool('B13'), which: 'old' })).toBe('other-drive');
    // What names no drive tells nothing of that.
    expect(bring(bench, 'new')).toBe('ok');
  });

  it('that is none is refused by name, raw or as text, and nothing is kept', () => {
    const bench = new Bench();
    const raw = (bytes: number) =>
      bench.do({
        kind: 'health',
        which: 'new',
        name: 'log.bin',
        log: { base64: btoa('\u0020'.repeat(bytes)) },
      });
    expect(raw(100)).toBe('log-short');
    expect(raw(600)).toBe('log-long');
    expect(raw(512)).toBe('log-odd');
    expect(bench.do({ kind: 'health', which: 'new', name: 'x', log: { text: '{"a":' } })).toBe('not-json');
    expect(bench.state.job.health).toEqual([]);
  });

  it('twenty are kept with a job', () => {
    const bench = new Bench();
    for (let i = 0; i < 20; i += 1) expect(bring(bench, 'old')).toBe('ok');
    expect(bring(bench, 'old')).toBe('too-many');
  });
});
