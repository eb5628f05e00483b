import type { Margin } from '../margin';
import { type Build, type Library, type Setting, bare, fit, isWish, proposeSize, rankDrives } from '.';
import { drive, drives, marl, old, pads, setting, sinks } from './demo.test.data';

const of = (margins: Margin[], id: string) => margins.find((margin) => margin.id === id);
const wished = (more: Partial<Setting>): Setting => setting('braskit-osprey', more);
const euros = (minor: number) => ({ minor, currency: 'EUR' });
const library = (bytes: number, holdsKept?: boolean | null): Library => ({
  kind: 'count',
  count: 1,
  typicalBytes: bytes,
  ...(holdsKept === undefined ? {} : { holdsKept }),
});
const small = (): Build => marl({ drive: drive('ostrel-marl-1000') });

describe('what was wanted', () => {
  it('is a margin like any limit: 2 TB wanted and 1 TB chosen is not it', () => {
    const answer = fit(wished({ wish: { wantedGB: 2000, budget: null } }), small());
    expect(answer.worst).toMatchObject({ id: 'wanted-size', verdict: 'over', left: { value: -1000 } });
    expect(isWish(answer.worst)).toBe(true);
    expect(fit(wished({ wish: { wantedGB: 1000, budget: null } }), small()).worst.verdict).toBe('clear');
    expect(of(fit(wished({ wish: null }), small()).margins, 'wanted-size')).toBeUndefined();
  });

  it('comes behind what does not fit at all', () => {
    const answer = fit(
      wished({ wish: { wantedGB: 4000, budget: euros(1) } }),
      bare(drive('harlo-vigil-2000')),
    );
    expect(isWish(answer.worst)).toBe(false);
    expect(answer.worst.verdict).toBe('over');
  });

  it('holds all parts against the budget, and knows nothing of a price in another currency', () => {
    const { price } = drive('ostrel-marl-1000');
    const [pad] = small().pads;
    const total = price.minor + pad!.price.minor;
    const budget = (minor: number) =>
      of(fit(wished({ wish: { wantedGB: null, budget: euros(minor) } }), small()).margins, 'budget')!;
    expect(budget(total).verdict).toBe('clear');
    expect(budget(total - 1)).toMatchObject({ verdict: 'over', left: { value: -1 } });
    const foreign = wished({ wish: { wantedGB: null, budget: { minor: 99_999, currency: 'SEK' } } });
    expect(of(fit(foreign, small()).margins, 'budget')).toMatchObject({ verdict: 'unknown' });
  });

  it('is ranked with: a drive that is too small is no first choice', () => {
    const lines = rankDrives(
      wished({ wish: { wantedGB: 2000, budget: null }, systemVersion: '99' }),
      drives,
      { pads, sinks },
      { currency: 'EUR', prefers: [], shelfFirst: false },
    );
    expect(lines[0]!.build.drive.labelGB).toBeGreaterThanOrEqual(2000);
    expect(
      lines
        .filter(({ worst }) => worst.verdict === 'clear')
        .every(({ build }) => build.drive.labelGB >= 2000),
    ).toBe(true);
  });
});

describe('library and kept data', () => {
  const kept = { ...old, usedBytes: 300e9 };
  const room = (bytes: number, holdsKept?: boolean | null) =>
    of(fit(wished({ old: kept, library: library(bytes, holdsKept) }), marl()).margins, 'library')!;

  it('are added, unless the one holds the other: 1.98 TB and 300 GB do not both go on 2 TB', () => {
    expect(room(1.9e12, false)).toMatchObject({ verdict: 'over', value: { value: 2.2e12 } });
    expect(room(1.5e12, true)).toMatchObject({ verdict: 'clear', value: { value: 1.5e12 } });
    expect(room(1.5e12, false)).toMatchObject({ verdict: 'clear', value: { value: 1.8e12 } });
  });

  it('are asked about where it decides, and only there', () => {
    expect(room(1.7e12)).toMatchObject({
      verdict: 'unknown',
      missing: [{ what: expect.stringContaining('part of the library') }],
    });
    expect(room(1.7e12, null).verdict).toBe('unknown');
    expect(room(1.2e12).verdict).toBe('clear');
    expect(room(2.1e12).verdict).toBe('over');
  });

  it('without data to keep, a smaller drive fits where the system does', () => {
    const none = wished({ old: { labelGB: 2000, usedBytes: null, dataToKeep: false } });
    const answer = fit(none, small());
    expect(answer.worst.verdict).toBe('clear');
    expect(of(answer.margins, 'carry-over')).toBeUndefined();
    expect(of(answer.margins, 'system-room')?.verdict).toBe('clear');
    expect(
      fit(wished({ old: { labelGB: 2000, usedBytes: 1e9, dataToKeep: true } }), small()).worst,
    ).toMatchObject({
      id: 'carry-over',
      verdict: 'over',
    });
  });
});

describe('a size is proposed', () => {
  const lines = rankDrives(
    wished({ systemVersion: '99' }),
    drives,
    { pads, sinks },
    { currency: 'EUR', prefers: [], shelfFirst: false },
  );

  it('from library, kept data and growth: the smallest that fits the device and has the room', () => {
    const asked = { old: { ...old, usedBytes: 200e9 }, library: library(500e9, false) };
    const proposal = proposeSize(asked, lines, 0.3)!;
    expect(proposal.neededBytes).toBe(910e9);
    expect(proposal.line!.build.drive.labelGB).toBe(1000);
    expect(proposeSize(asked, lines, 0.5)!.line!.build.drive.labelGB).toBe(2000);
    expect(proposeSize({ ...asked, library: library(900e12, true) }, lines)!.line).toBeNull();
  });

  it('names the next size where its gigabyte is cheaper, and nothing where nothing is known', () => {
    const priced = (perGB: number) =>
      lines.map((line) => ({
        ...line,
        minorPerUsableGB: line.build.drive.labelGB === 2000 ? perGB : 10,
      }));
    const next = (perGB: number) =>
      proposeSize({ old: null, library: library(600e9) }, priced(perGB))!.cheaperPerGB?.build.drive.labelGB;
    expect([next(9), next(11)]).toEqual([2000, undefined]);
    expect(proposeSize({ old: { ...old, usedBytes: null }, library: null }, lines)).toBeNull();
    expect(proposeSize({ old: null, library: null }, lines)).toBeNull();
  });
});
