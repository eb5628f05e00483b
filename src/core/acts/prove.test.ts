import { exact, missing } from '../margin';
import { proofsOf } from '../device';
import { placedBytes } from '../disk';
import { mainPart } from '../job';
import { proveMargins } from '../job';
import { makeSheet } from '../job-view';
import { Bench, osprey, takeIn, walkToProve } from './bench.test.data';
import { decide } from '.';

const reading = (value: number) => exact(value, { kind: 'reading', note: 'test' });

/** A job at Prove on the whole Osprey, with its three usual readings. */
function atProve(device = osprey) {
  const bench = walkToProve(new Bench(takeIn, device));
  const { layout } = bench.context;
  bench.do({ kind: 'read', name: 'size-shown', value: reading(placedBytes(layout!, mainPart(layout!))) });
  bench.do({ kind: 'read', name: 'read-test', value: reading(6.9e9) });
  bench.do({ kind: 'read', name: 'parts-shown', value: reading(layout!.partitions.length) });
  return bench;
}
const warm = { kind: 'read', name: 'drive-temperature', value: reading(60) } as const;
const load = { roomC: 24, minutes: 20 };
const allWork = (bench: Bench) => ({
  kind: 'functions' as const,
  results: proofsOf(bench.device).functions.map(({ id }) => ({ id, result: 'works' as const, note: '' })),
});

describe('what a device is asked at Prove', () => {
  it('is what it can show by its profile: each of it stands against closing until it was seen', () => {
    const bench = atProve();
    expect(bench.do({ kind: 'prove' })).toBe('prove-unknown');
    expect(bench.do({ ...warm, load })).toBe('ok');
    expect(bench.state.history.at(-1)!.sentence).toMatch(/room of 24 °C, after 20 min/u);
    expect(bench.do({ kind: 'prove' })).toBe('prove-unknown');
    expect(bench.do(allWork(bench))).toBe('ok');
    expect(bench.do({ kind: 'prove' })).toBe('ok');
    expect(bench.state.history.at(-1)!.sentence).toBe('Proved: every reading within its limit.');
    const ids = makeSheet(bench.state, bench.context).margins.map(({ margin }) => margin.id);
    expect(ids).toEqual(expect.arrayContaining(['drive-temperature', 'function-sound', 'function-fan']));
  });

  it('is each system, too, where several share the drive', () => {
    const bench = atProve();
    bench.state.job.bootEntries = { before: ['Quay', 'Second system'], after: ['Quay', 'Second system'] };
    bench.do({ ...warm, load });
    bench.do(allWork(bench));
    expect(bench.do({ kind: 'prove' })).toBe('prove-unknown');
    const starts = (id: string, result: 'works' | 'fails', note = '') =>
      bench.do({ kind: 'functions', results: [{ id, result, note }] });
    expect(starts('system-1', 'works')).toBe('ok');
    expect(starts('system-2', 'fails', 'stays at its sign')).toBe('ok');
    expect(bench.do({ kind: 'prove' })).toBe('prove-over');
    expect(starts('system-2', 'works')).toBe('ok');
    expect(starts('system-3', 'works')).toBe('no-function');
    expect(bench.do({ kind: 'prove' })).toBe('ok');
    const shown = makeSheet(bench.state, bench.context).margins.map(({ margin }) => margin.what);
    expect(shown).toContain('“Second system” starts');
    // Said at take-in, and nobody noted the lines: two are asked for all the same.
    const told = atProve();
    const more = {
      reason: 'second-system' as const,
      guaranteeUntil: null,
      account: '',
      makerData: '',
      oldKind: null,
    };
    const job = { ...told.state.job, takeIn: { ...told.state.job.takeIn, more } };
    expect(proveMargins(told.device, told.context.layout, job).map(({ what }) => what)).toEqual(
      expect.arrayContaining(['The first system starts', 'The second system starts']),
    );
  });

  it('asks for neither more nor less: another device is not asked for a temperature or a function', () => {
    const bench = atProve({ ...osprey, proofs: { readings: ['size-shown'], functions: [] } });
    expect(bench.do({ kind: 'prove' })).toBe('ok');
    expect(bench.do(allWork(atProve()))).toBe('no-function');
  });

  it('a read test where nobody wrote down what the device wants is held against what its chain carries, and where that is not known either against nothing, which is said', () => {
    const [place, ...others] = osprey.places;
    const unasked = {
      ...osprey,
      proofs: null,
      places: [
        {
          ...place!,
          limits: { ...place!.limits, readAtLeastBytesPerS: missing('reads', 'See the manual.') },
        },
        ...others,
      ],
    };
    // Walked there on the device as it is; what it wants of a drive is forgotten behind that.
    const forgotten = () => Object.assign(atProve({ ...osprey, proofs: null }), { device: unasked });
    const known = forgotten();
    expect(known.do({ kind: 'read', name: 'read-test', value: reading(1e9) })).toBe('ok');
    expect(known.do({ kind: 'prove' })).toBe('prove-over');
    expect(known.do({ kind: 'read', name: 'read-test', value: reading(6e9) })).toBe('ok');
    expect(known.do({ kind: 'prove' })).toBe('ok');
    expect(known.state.history.at(-1)!.sentence).toBe('Proved: every reading within its limit.');

    const nobody = forgotten();
    // A drive that nobody can look up any more: what its chain would carry is not known.
    const { context } = nobody;
    Object.defineProperty(nobody, 'context', { get: () => ({ ...context, findBuild: () => null }) });
    expect(nobody.do({ kind: 'read', name: 'read-test', value: reading(1e9) })).toBe('ok');
    expect(nobody.do({ kind: 'prove' })).toBe('ok');
    expect(nobody.state.history.at(-1)!.sentence).toMatch(
      /^Proved as far as it can be seen: .*read.* read, and held against nothing: nobody knows its limit\.$/u,
    );
    // The sheet names what the proof did not cover.
    const sheet = makeSheet(nobody.state, nobody.context).margins.map(({ margin }) => margin);
    expect(sheet.find(({ id }) => id === 'read-test')?.verdict).toBe('unknown');
    // What was not read at all still stands against it.
    const unread = Object.assign(walkToProve(new Bench(takeIn, { ...osprey, proofs: null })), {
      device: unasked,
    });
    expect(unread.do({ kind: 'prove' })).toBe('prove-unknown');
  });

  it('a rate or a size of nothing, and half a partition, are no readings', () => {
    const bench = atProve();
    const read = (name: 'read-test' | 'size-shown' | 'parts-shown', value: number) =>
      bench.do({ kind: 'read', name, value: reading(value) });
    const before = bench.state.job.readings;
    for (const [name, value] of [
      ['read-test', 0],
      ['read-test', -5e6],
      ['size-shown', 0],
      ['parts-shown', 2.5],
      ['parts-shown', -1],
    ] as const)
      expect([name, value, read(name, value)]).toEqual([name, value, 'range']);
    expect(bench.do({ ...warm, value: reading(333), load })).toBe('range');
    expect(bench.state.job.readings).toEqual(before);
    // That it finds none at all can be, and is not passed.
    expect(read('parts-shown', 0)).toBe('ok');
    bench.do({ ...warm, load });
    bench.do(allWork(bench));
    expect(bench.do({ kind: 'prove' })).toBe('prove-over');
  });

  it('a temperature goes with the room’s and the minutes, and nothing else does', () => {
    const bench = atProve();
    expect(bench.do(warm)).toBe('load');
    expect(bench.do({ kind: 'read', name: 'read-test', value: reading(6e9), load })).toBe('load');
  });

  it('what fails is for the owner, with a word why; what cannot be seen stays not known, and says so', () => {
    const bench = atProve();
    bench.do({ ...warm, load });
    bench.do(allWork(bench));
    const fails = (note: string) =>
      bench.do({ kind: 'functions', results: [{ id: 'sound', result: 'fails', note }] });
    expect(fails('')).toBe('why');
    expect(fails('left side silent')).toBe('ok');
    expect(bench.state.job.proved).toBe(false);
    expect(bench.do({ kind: 'prove' })).toBe('prove-over');
    expect(bench.do({ kind: 'prove', reason: 'it was so before' })).toBe('ok');
    expect(bench.state.history.at(-1)!.sentence).toMatch(/but for sound; accepted: it was so before/u);
    const unseen = { id: 'sound', result: 'unseen' as const, note: 'no headphones on board' };
    bench.do({ kind: 'functions', results: [unseen] });
    expect(bench.do({ kind: 'prove' })).toBe('ok');
    expect(bench.state.history.at(-1)!.sentence).toMatch(/as far as it can be seen: sound not known/u);
  });

  it('a temperature that no drive has is no reading, to the degree', () => {
    const bench = atProve();
    const at = (value: number) => bench.do({ ...warm, value: reading(value), load });
    expect([-41, -40, 150, 151].map(at)).toEqual(['range', 'ok', 'ok', 'range']);
    expect(bench.state.job.load).toEqual(load);
    expect(bench.state.history.at(-1)!.sentence).toMatch(/: 150 °C, test\. In a room of 24 °C/u);
  });

  it('what was tried is told by its words, with the result and the note; three letters are a word', () => {
    const bench = atProve();
    const told = (...results: { id: string; result: 'works' | 'fails' | 'unseen'; note: string }[]) => [
      bench.do({ kind: 'functions', results }),
      bench.state.history.at(-1)!.sentence,
    ];
    const [sound, fan] = ['sound', 'fan'].map(
      (id) => proofsOf(bench.device).functions.find((one) => one.id === id)!.what,
    );
    expect(
      told({ id: 'sound', result: 'fails', note: 'hum' }, { id: 'fan', result: 'works', note: '' }),
    ).toEqual(['ok', `Tried on the device: ${sound} does not work (hum); ${fan} works.`]);
    expect(told({ id: 'sound', result: 'unseen', note: 'mu' })[0]).toBe('why');
    // Another answer takes the place of the one before, and of that alone.
    told({ id: 'sound', result: 'works', note: '' });
    expect(bench.state.job.functions).toEqual([
      { id: 'fan', result: 'works', note: '' },
      { id: 'sound', result: 'works', note: '' },
    ]);
  });

  it('what stands against closing is told by what it is, and by how to get it', () => {
    const bench = atProve({ ...osprey, proofs: null });
    const closing = () => {
      const decided = decide(bench.state, { kind: 'prove' }, bench.context);
      return decided.ok ? null : decided.fault;
    };
    bench.do({ kind: 'read', name: 'read-test', value: reading(1e9) });
    expect(closing()).toMatchObject({
      code: 'prove-over',
      sentence: expect.stringMatching(/: over its limit\.$/u),
    });
    bench.state.job.readings = {};
    const unread = closing();
    expect(unread).toMatchObject({
      code: 'prove-unknown',
      sentence: expect.stringMatching(/: not known yet\.$/u),
    });
    const worst = proveMargins(bench.device, bench.context.layout, bench.state.job).find(({ what }) =>
      unread!.sentence.startsWith(what),
    );
    expect(unread!.remedy).toBe(worst!.missing[0]!.howToGet);
  });

  it('what cannot be seen takes the reading away, opens the proof again, and goes when it was seen after all', () => {
    const bench = atProve({ ...osprey, proofs: null });
    expect(bench.do({ kind: 'prove' })).toBe('ok');
    expect(bench.state.job.proved).toBe(true);
    const unseen = (name: 'read-test' | 'size-shown', why: string) => bench.do({ kind: 'unseen', name, why });
    expect(unseen('read-test', 'no menu for it')).toBe('ok');
    expect(bench.state.job.proved).toBe(false);
    expect(bench.state.job.readings['read-test']).toBeUndefined();
    unseen('size-shown', 'shows none');
    unseen('read-test', 'its menu is locked');
    expect(bench.state.job.unseen).toEqual([
      { name: 'size-shown', why: 'shows none' },
      { name: 'read-test', why: 'its menu is locked' },
    ]);
    expect(bench.do({ kind: 'read', name: 'read-test', value: reading(6.9e9) })).toBe('ok');
    expect(bench.state.job.unseen).toEqual([{ name: 'size-shown', why: 'shows none' }]);
    expect(bench.do({ kind: 'prove' })).toBe('ok');
    expect(bench.state.history.at(-1)!.sentence).toMatch(
      /^Proved as far as it can be seen: .* not known\.$/u,
    );
  });

  it('what the owner accepts closes it as well, and is proved from then on', () => {
    const bench = atProve();
    bench.do({ ...warm, load });
    bench.do(allWork(bench));
    bench.do({ kind: 'functions', results: [{ id: 'sound', result: 'fails', note: 'hum' }] });
    expect(bench.do({ kind: 'prove', reason: 'it was so before' })).toBe('ok');
    expect(bench.state.job.proved).toBe(true);
  });
});
