import { about, exact } from '../margin';
import { type Build, type Setting, bare, buildFrom, fit, idsOf, placesSeen } from '.';
import { drive, drives, marl, origin, pad, pads, profile, setting, sink, sinks } from './demo.test.data';

const verdict = (asked: Setting, build: Build, id: string) =>
  fit(asked, build).margins.find((m) => m.id === id)?.verdict;
const osprey = setting('braskit-osprey');

describe('each check by itself', () => {
  it('power: the peak with its tolerance against the slot’s budget', () => {
    const draws = (watts: number, spread: number) =>
      verdict(
        osprey,
        marl({ drive: { ...drive('ostrel-marl-2000'), peakPowerW: about(watts, spread, spread, origin) } }),
        'power',
      );
    // The Osprey gives 8.0 W.
    expect([draws(7.5, 0.2), draws(7.9, 0.3), draws(8.5, 0.2)]).toEqual(['clear', 'tight', 'over']);
  });

  it('lanes and generation as negotiated, both the lower of the two ends', () => {
    const atrium = setting('quenlo-atrium', { systemVersion: '4.2.0' });
    const narrow = { ...drive('ostrel-marl-fin-2000'), lanes: 2 };
    expect(verdict(atrium, bare(narrow), 'lanes')).toBe('over');
    expect(verdict(atrium, bare({ ...narrow, lanes: 4 }), 'lanes')).toBe('clear');
    expect(verdict(atrium, bare({ ...narrow, linkGeneration: 3 }), 'generation')).toBe('over');
  });

  it('write speed with the cache full, where the device states one', () => {
    const skein = setting('vellamar-skein');
    const slow = { ...drive('harlo-vigil-2000'), sustainedWriteBytesPerS: 30e6 };
    expect(verdict(skein, bare(slow), 'write-speed')).toBe('over');
    expect(verdict(skein, bare(drive('harlo-vigil-2000')), 'write-speed')).toBe('clear');
    expect(verdict(osprey, marl(), 'write-speed')).toBeUndefined();
  });

  it('speed kept up when warm: a drive that slows down by itself keeps less than it reads', () => {
    const heron = setting('braskit-heron');
    const states = drive('ostrel-marl-2000').powerW!;
    const hot = { ...states, lightRead: exact(9, origin), read: exact(12, origin), write: exact(12, origin) };
    const answer = fit(heron, bare({ ...drive('ostrel-marl-2000'), powerW: hot }));
    const value = (id: string) => answer.margins.find((m) => m.id === id)!.value as { value: number };
    expect(value('kept-speed').value).toBeLessThan(value('read-speed').value * 0.7);
    expect(answer.margins.find((m) => m.id === 'heat')?.verdict).not.toBe('clear');
    expect(fit({ ...heron, workload: null }, bare(drive('ostrel-marl-2000'))).heat).toBeNull();
  });

  it('sector size where file systems are carried over, and not where the drive stands beside the system', () => {
    expect(verdict(osprey, marl({ drive: drive('nerrow-slab-2000') }), 'sector')).toBe('over');
    const atrium = setting('quenlo-atrium', { systemVersion: '4.2.0' });
    expect(verdict(atrium, bare(drive('nerrow-slab-2000')), 'sector')).toBeUndefined();
    expect(verdict(atrium, bare(drive('nerrow-slab-2000')), 'carry-over')).toBeUndefined();
  });

  it('a sink of the drive’s own under a fixed one, or where there is no room, is refused', () => {
    expect(verdict(osprey, bare(drive('ostrel-marl-fin-2000')), 'sink')).toBe('over');
    const wren = setting('braskit-wren', { revisionId: 'early' });
    const finned = { ...drive('tolvane-skiff-1000'), ownSink: drive('ostrel-marl-fin-2000').ownSink };
    expect(verdict(wren, bare(finned), 'sink')).toBe('over');
    expect(verdict(wren, bare(drive('tolvane-skiff-1000')), 'sink')).toBe('clear');
  });

  it('a framed sink gives a gap, one held by bands presses with its force', () => {
    const atrium = setting('quenlo-atrium', { systemVersion: '4.2.0' });
    const framed = {
      ...bare(drive('ostrel-marl-2000')),
      sink: sink('orme-case-9'),
      pads: [pad('lindrel-soft-100')],
    };
    // Frame 1.85 − chips 1.20 = 0.65 in a pad of 1.00: 35 %.
    expect(fit(atrium, framed).layers).toMatchObject({
      sinkPlace: 'framed',
      squeeze: { value: expect.closeTo(35) },
    });
    const held = { ...framed, sink: sink('orme-low-6') };
    // 14 N on 880 mm² is 15.9 kPa: between 10 % at 8 and 20 % at 17 kPa, 18.8 %.
    expect(fit(atrium, held).layers).toMatchObject({
      sinkPlace: 'held',
      squeeze: { value: expect.closeTo(18.8, 1) },
      gap: null,
    });
    expect(verdict(atrium, { ...framed, pads: [] }, 'squeeze')).toBe('unknown');
  });

  it('the adapter belongs to its place, and its drive into it', () => {
    const plover = setting('braskit-plover');
    const { adapter } = profile('braskit-plover').places[0]!.adapters[0]!;
    const seated = { ...bare(drive('tolvane-quay-2000')), adapter, caseChangeIds: ['trim-ribs'] };
    expect(fit(plover, seated).worst.verdict).toBe('clear');
    expect(verdict(plover, { ...seated, caseChangeIds: [] }, 'case-change')).toBe('over');
    expect(verdict(plover, { ...seated, drive: drive('nerrow-tarnell-2000') }, 'adapter-takes')).toBe('over');
    expect(verdict(osprey, { ...marl(), adapter }, 'adapter')).toBe('over');
    // The adapter lifts the drive by 0.90: 1.35 + 0.90 + 0.80 + 1.02.
    expect(fit(plover, seated).layers?.chipTop).toMatchObject({ value: expect.closeTo(4.07) });
  });
});

describe('a build by its ids', () => {
  const find = {
    drive: (id: string) => drives.find((part) => part.id === id) ?? null,
    pad: (id: string) => pads.find((part) => part.id === id) ?? null,
    sink: (id: string) => sinks.find((part) => part.id === id) ?? null,
  };
  const plover = profile('braskit-plover');

  it('comes back as it was, adapter and change to the case included', () => {
    const { adapter } = plover.places[0]!.adapters[0]!;
    const build = {
      ...bare(drive('tolvane-quay-2000')),
      adapter,
      sink: sink('orme-foil'),
      pads: [pad('lindrel-soft-050')],
      caseChangeIds: ['trim-ribs'],
    };
    expect(buildFrom(idsOf(build, null), plover, find)).toEqual(build);
  });

  it.each([
    { driveId: 'gone' },
    { padIds: ['gone'] },
    { sinkId: 'gone' },
    { adapterId: 'gone' },
    { caseChangeIds: ['gone'] },
  ])('is none where %j is not there', (more) =>
    expect(buildFrom({ ...idsOf(marl(), null), ...more }, plover, find)).toBeNull(),
  );
});

describe('a place as it may be', () => {
  it('is one where the revision is told or makes no difference, else one for each; remembered by setting', () => {
    const wren = setting('braskit-wren');
    expect(placesSeen(wren, []).map(({ revision }) => revision?.id)).toEqual(['early', 'late']);
    expect(placesSeen(wren, [])).toBe(placesSeen(wren, []));
    expect(placesSeen({ ...wren, revisionId: 'late' }, [])).toHaveLength(1);
    expect(placesSeen({ ...wren, placeId: 'card' }, [])).toHaveLength(1);
    expect(placesSeen(osprey, [])).toMatchObject([{ revision: null }]);
  });

  it('never mixes up two parts of one id: a pad that was changed is another pad', () => {
    const thicker = { ...pad('lindrel-soft-250'), freeThicknessMm: about(4, 0.05, 0.05, origin) };
    expect(fit(osprey, marl()).worst.verdict).toBe('clear');
    expect(fit(osprey, marl({ pads: [thicker] })).worst.verdict).toBe('over');
    expect(fit(osprey, marl()).worst.verdict).toBe('clear');
  });
});
