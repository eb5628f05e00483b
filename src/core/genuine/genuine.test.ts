import { createHash } from 'node:crypto';
import fc from 'fast-check';
import {
  type Found,
  contentOf,
  foundAt,
  gridBytes,
  judgeCapacity,
  placesOf,
  readCapacityFile,
  surelyFoundBytes,
} from '.';

const run = 4711;
const how = { at: '2026-11-28T08:00:00.000Z', by: 'dock', simulated: true } as const;

/** A drive that states one size and keeps another; what is beyond falls onto it, or is lost. */
class LyingDrive {
  private readonly kept = new Map<number, Uint8Array>();
  constructor(
    readonly keeps: number,
    readonly wraps: boolean,
  ) {}
  write(at: number, bytes: Uint8Array) {
    if (at < this.keeps || this.wraps) this.kept.set(at % this.keeps, bytes);
  }
  read(at: number): Uint8Array {
    if (at >= this.keeps && !this.wraps) return new Uint8Array(64);
    return this.kept.get(at % this.keeps) ?? new Uint8Array(64);
  }
}

function tried(drive: LyingDrive, bytes: number): Found[] {
  const places = placesOf(bytes);
  for (const at of places) drive.write(at, contentOf(at, run, 64));
  return places.map((at) => foundAt(at, run, drive.read(at)));
}

describe('a drive is tried at places whose differences leave nothing out', () => {
  it('finds every size that a drive may keep instead, whole mebibytes, whether the rest wraps or is lost', () => {
    const bytes = 400 * gridBytes;
    for (let keeps = 1; keeps * gridBytes <= surelyFoundBytes(bytes); keeps += 1)
      for (const wraps of [true, false]) {
        const verdict = judgeCapacity(tried(new LyingDrive(keeps * gridBytes, wraps), bytes), {
          ...how,
          bytes,
        });
        expect([keeps, wraps, verdict.isFalse]).toEqual([keeps, wraps, true]);
        if (wraps) expect(verdict.keepsBytes).toBe(keeps * gridBytes);
      }
  });

  it('passes a drive that keeps all of it, and says what would have been missed', () => {
    const bytes = 2_000_398_934_016;
    const verdict = judgeCapacity(tried(new LyingDrive(bytes, true), bytes), { ...how, bytes });
    expect(verdict).toMatchObject({ isFalse: false, wrong: 0, keepsBytes: null });
    expect(verdict.places).toBeLessThan(2 * Math.sqrt(bytes / gridBytes) + 3);
    expect(verdict.words).toContain('99.9 %');
    expect(verdict.words).toContain('less than once in a million');
  });

  it('has a place at every difference, for any size', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 3000 }), (count) => {
        const bytes = count * gridBytes + 513;
        const places = placesOf(bytes).map((at) => at / gridBytes);
        const differences = new Set(places.flatMap((a) => places.map((b) => a - b)));
        for (let d = 1; d * gridBytes <= surelyFoundBytes(bytes); d += 1)
          if (!differences.has(d)) return false;
        return places.every((at) => at >= 0 && at < count) && new Set(places).size === places.length;
      }),
    );
  });

  it('calls what is wrong here and there a failing drive, case or cable, and claims no size', () => {
    const bytes = 64 * gridBytes;
    const some = (is: Found['is'], at: (i: number, count: number) => boolean): Found[] =>
      placesOf(bytes).map((place, i, all) => ({ at: place, is: at(i, all.length) ? is : 'own' }));
    for (const found of [
      some('else', (i) => i === 4),
      some('nothing', (i) => i === 2 || i === 7),
      some('else', (i, count) => i === count - 1),
    ])
      expect(judgeCapacity(found, { ...how, bytes })).toMatchObject({
        isFalse: false,
        keepsBytes: null,
        words: expect.stringContaining('case or its cable'),
      });
    expect(
      judgeCapacity(
        some('nothing', (i) => i > 9),
        { ...how, bytes },
      ).isFalse,
    ).toBe(true);
  });

  it('tells a failing drive from a false one', () => {
    const found: Found[] = placesOf(64 * gridBytes).map((at, i) => ({
      at,
      is: i === 3 ? 'unreadable' : 'own',
    }));
    expect(judgeCapacity(found, { ...how, bytes: 64 * gridBytes })).toMatchObject({
      isFalse: false,
      unreadable: 1,
      words: expect.stringContaining('it fails'),
    });
  });
});

describe('what the lines wrote', () => {
  const bytes = 100 * gridBytes;
  const sum = (text: string) => createHash('sha256').update(text).digest('hex');
  const file = (read: (at: number) => string) =>
    [
      `jicara-capacity ${bytes}`,
      ...placesOf(bytes).map((at) => `${at / gridBytes} ${sum(`w${at}`)} ${read(at)}`),
      '',
    ].join('\n');

  it('is read place by place: own, of another place, unreadable, something else', () => {
    const whole = readCapacityFile(file((at) => sum(`w${at}`)));
    expect(whole.ok && whole.value.found.every(({ is }) => is === 'own')).toBe(true);
    const wraps = readCapacityFile(
      file((at) => (at === 0 ? sum(`w${50 * gridBytes}`) : at === gridBytes ? sum('') : sum(`w${at}`))),
    );
    expect(wraps.ok && wraps.value.found.slice(0, 2)).toEqual([
      { at: 0, is: { of: 50 * gridBytes } },
      { at: gridBytes, is: 'unreadable' },
    ]);
    const other = readCapacityFile(file(() => sum('x')));
    expect(other.ok && other.value.found.every(({ is }) => is === 'else')).toBe(true);
  });

  it('is refused where it is cut short, of other places, alike, huge, or something else', () => {
    const whole = file((at) => sum(`w${at}`));
    for (const text of [
      '',
      'hello',
      whole.slice(0, -200),
      whole.replace(/\n5 /u, '\n6 '),
      whole.replaceAll(/ [0-9a-f]{64} /gu, ` ${sum('same')} `),
      `jicara-capacity 99999999999999999999\n`,
      `jicara-capacity ${bytes}\n${'0 a b\n'.repeat(50_000)}`,
    ])
      expect(readCapacityFile(text)).toMatchObject({ ok: false, fault: { code: 'capacity-file' } });
    expect(readCapacityFile(`\uFEFF${whole.replaceAll('\n', '\r\n')}`).ok).toBe(true);
  });
});
