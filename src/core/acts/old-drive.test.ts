import { placedBytes } from '../disk';
import { mainPart } from '../job';
import { exact } from '../margin';
import { isDue, methodsFor, missChance, sampledPlaces } from '../old-drive';
import { Bench, dock, takeIn, walkToProve } from './bench.test.data';
import { decide } from '.';

const reading = (value: number) => exact(value, { kind: 'reading', note: 'test' });

/** A job that was handed over with its old drive kept. */
function handedOver(until: string | undefined = '2026-12-24') {
  const bench = walkToProve(new Bench());
  const { layout } = bench.context;
  bench.do({ kind: 'read', name: 'size-shown', value: reading(placedBytes(layout!, mainPart(layout!))) });
  bench.do({ kind: 'read', name: 'read-test', value: reading(6.9e9) });
  bench.do({ kind: 'read', name: 'parts-shown', value: reading(layout!.partitions.length) });
  bench.do({ kind: 'prove' });
  expect(bench.do({ kind: 'hand-over', oldDrive: 'kept', until: '2026-01-01' })).toBe('until');
  expect(bench.do({ kind: 'hand-over', oldDrive: 'returned', until: '2026-12-24' })).toBe('until');
  expect(bench.do({ kind: 'hand-over', oldDrive: 'kept', ...(until ? { until } : {}) })).toBe('ok');
  return bench;
}

describe('handing over', () => {
  /** At its last station, proved; with the old drive that came out of it, or none. */
  const proved = (given = takeIn) => {
    const bench = walkToProve(new Bench(given));
    bench.state = { ...bench.state, job: { ...bench.state.job, proved: true } };
    return bench;
  };
  const over = (bench: Bench, oldDrive: 'kept' | 'returned' | 'none', until?: string) =>
    bench.do({ kind: 'hand-over', oldDrive, ...(until ? { until } : {}) });

  it('waits for the proof, and says what becomes of the old drive where there was one', () => {
    expect(over(walkToProve(new Bench()), 'kept')).toBe('not-proved');
    const bench = proved();
    expect(over(bench, 'none')).toBe('old-drive');
    expect(over(bench, 'returned')).toBe('ok');
    expect(bench.state.history.at(-1)!.sentence).toBe('Handed over; old drive returned.');
    expect(bench.state.job.handedOver).toMatchObject({ at: bench.at, by: 'IM', oldDrive: 'returned' });
    // Nothing is left to do with a drive that went with the device.
    expect(bench.state.job.oldDriveAfter).toBeNull();
    expect(bench.do({ kind: 'take-back' })).toBe('ok');
    expect(bench.state.job.handedOver).toBeNull();
  });

  it('a place that was empty has no old drive', () => {
    const empty = proved();
    empty.state.job.takeIn = { ...empty.state.job.takeIn, oldDrive: null };
    expect(over(empty, 'kept')).toBe('old-drive');
    expect(over(empty, 'none')).toBe('ok');
    expect(empty.state.history.at(-1)!.sentence).toBe('Handed over; no old drive.');
    expect(empty.state.job.oldDriveAfter).toBeNull();
  });

  it('a drive is kept until a day to come, today as a whole included, or without one', () => {
    const until = (day: string) => over(proved(), 'kept', day);
    const today = proved().at.slice(0, 10);
    expect([until('2026-11-23'), until(today), until('2027-01-31')]).toEqual(['until', 'ok', 'ok']);
    const fault = (oldDrive: 'kept' | 'returned') => {
      const bench = proved();
      const decided = decide(
        bench.state,
        { kind: 'hand-over', oldDrive, until: '2026-11-23' },
        bench.context,
      );
      return decided.ok ? null : decided.fault.sentence;
    };
    expect(fault('kept')).toBe('That day is over already.');
    expect(fault('returned')).toBe('Only a drive that is kept has a last day.');
    const open = proved();
    expect(over(open, 'kept')).toBe('ok');
    expect(open.state.history.at(-1)!.sentence).toBe('Handed over; old drive kept.');
    expect(open.state.job.oldDriveAfter).toEqual({ until: null, armed: null, end: null });
    const dated = proved();
    over(dated, 'kept', '2027-01-31');
    expect(dated.state.history.at(-1)!.sentence).toBe('Handed over; old drive kept, until 2027-01-31.');
    expect(dated.state.job.oldDriveAfter).toEqual({ until: '2027-01-31', armed: null, end: null });
  });

  it('is written down with the whole history, and is not decided without', () => {
    const bench = proved();
    const act = { kind: 'hand-over', oldDrive: 'kept' } as const;
    expect(() => decide(bench.state, act, { ...bench.context, history: null })).toThrow(
      /without the history/u,
    );
    bench.do({ kind: 'note', text: 'its seal was broken' });
    over(bench, 'kept');
    expect(bench.state.job.handedOver!.sheet.notes.map(({ text }) => text)).toEqual(['its seal was broken']);
  });
});

const word = 'the purser, by telephone, on 30 November';
const arm = (bench: Bench, label: string, said?: string) =>
  bench.do({ kind: 'arm-wipe', label, ...(said ? { word: said } : {}) });

describe('an old drive that is kept', () => {
  it('is never armed before the owner’s word or the end of the term, nor by another label than its own', () => {
    const bench = handedOver();
    expect(bench.state.job.handedOver?.sheet.oldDrive).toMatch(/until 2026-12-24; then it may be wiped/u);
    expect(arm(bench, 'KV-2206')).toBe('too-early');
    expect(arm(bench, 'KV-2207', word)).toBe('target-label');
    expect(arm(bench, 'KV-9999', word)).toBe('wrong-label');
    expect(bench.do({ kind: 'wipe' })).toBe('not-armed');
    expect(
      bench.do({ kind: 'wiped-elsewhere', method: 'overwrite', readBack: 'all', words: 'by hand' }),
    ).toBe('not-armed');
    bench.at = '2026-12-24T23:00:00.000Z';
    // The last day counts as a whole.
    expect(arm(bench, 'KV-2206')).toBe('too-early');
    bench.at = '2026-12-25T06:00:00.000Z';
    expect(isDue(bench.state.job.oldDriveAfter, bench.at)).toBe(true);
    expect(arm(bench, 'kv-2206')).toBe('ok');
    expect(bench.state.history.at(-1)!.sentence).toMatch(/the term that was signed ended on 2026-12-24/u);
    expect(bench.do({ kind: 'wipe' })).toBe('ok');
  });

  it('without a last day only the owner’s word arms it', () => {
    const bench = handedOver(undefined);
    bench.state = {
      ...bench.state,
      job: { ...bench.state.job, oldDriveAfter: { until: null, armed: null, end: null } },
    };
    bench.at = '2036-01-01T00:00:00.000Z';
    expect(arm(bench, 'KV-2206')).toBe('too-early');
    expect(arm(bench, 'KV-2206', word)).toBe('ok');
  });

  it('wiped on the dock is seen, wiped elsewhere is told, and then nothing is done to it any more', () => {
    const bench = handedOver();
    arm(bench, 'KV-2206', word);
    const elsewhere = handedOver();
    arm(elsewhere, 'KV-2206', word);
    bench.report({ kind: 'wiped', bytes: 4e8, by: 'IM' });
    expect(bench.state.history.at(-1)!.sentence).toMatch(
      /was overwritten and read back: zeros. Jicara did and read it/u,
    );
    const told = {
      kind: 'wiped-elsewhere',
      method: 'nvme-sanitize',
      readBack: 'sampled',
      words: 'by the yard',
    } as const;
    expect(elsewhere.do(told)).toBe('ok');
    expect(elsewhere.state.history.at(-1)!.sentence).toMatch(
      /A sample can miss.*Done elsewhere, as was told: by the yard/u,
    );
    for (const one of [bench, elsewhere]) {
      expect(one.do({ kind: 'wipe' })).toBe('old-drive-gone');
      expect(arm(one, 'KV-2206', word)).toBe('old-drive-gone');
      expect(one.do({ kind: 'give-back-drive', to: 'the purser' })).toBe('old-drive-gone');
      expect(one.do({ kind: 'take-back' })).toBe('old-drive-gone');
    }
  });

  it('given back is the end of it; before that the job can be taken back', () => {
    const bench = handedOver();
    const before = bench.state;
    expect(bench.do({ kind: 'take-back' })).toBe('ok');
    expect(bench.state.job.oldDriveAfter).toBeNull();
    expect(arm(bench, 'KV-2206', word)).toBe('no-old-drive');
    bench.state = before;
    expect(bench.do({ kind: 'give-back-drive', to: 'the purser' })).toBe('ok');
    expect(bench.state.job.oldDriveAfter?.end).toMatchObject({ kind: 'given-back', to: 'the purser' });
  });
});

it('ways to wipe follow the kind of drive; of one that nobody stated only overwriting is offered', () => {
  const ids = (protocol: string | null, rotating: boolean | null) =>
    methodsFor({ protocol, rotating }).map(({ id }) => id);
  expect(ids('NVMe', false)[0]).toBe('nvme-sanitize');
  expect(ids('SATA', false)).toEqual(['ata-erase', 'overwrite']);
  expect(ids('SATA', true)).toEqual(['overwrite', 'ata-erase']);
  expect(ids(null, null)).toEqual(['overwrite']);
  // Every one names what it leaves, and no line runs as it stands.
  for (const { leaves, lines } of methodsFor({ protocol: 'NVMe', rotating: false })) {
    expect(leaves).not.toBe('');
    expect(lines.join('\n')).toContain('"${OLD_DRIVE:?}"');
  }
});

it('a sample misses what the binomial says', () => {
  expect(missChance(0.01)).toBeCloseTo(0.99 ** sampledPlaces);
  expect(missChance(0)).toBe(1);
  expect(missChance(0.5, 3)).toBeCloseTo(0.125);
});

it('an image file that was overwritten is not the drive: it stays armed, and is told as what it was', () => {
  const bench = handedOver();
  arm(bench, 'KV-2206', word);
  const old = { ...dock.old, file: 'old.img' };
  bench.state = { ...bench.state, job: { ...bench.state.job, dock: { ...dock, old } } };
  bench.report({ kind: 'wiped', bytes: 4e8, by: 'IM' });
  expect(bench.state.job.oldDriveAfter).toMatchObject({ end: null, armed: { by: 'IM' } });
  expect(bench.state.history.at(-1)!.sentence).toMatch(
    /image file old.img.*The drive itself was not touched/u,
  );
});
