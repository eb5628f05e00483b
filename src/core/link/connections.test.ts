import fc from 'fast-check';
import { drive, profile } from '../fit/demo.test.data';
import type { DockCase } from '../part';
import {
  type CopyAsked,
  type OldDrive,
  connections,
  diskReads,
  linkRate,
  oldDriveOf,
  passRates,
  savedBy,
  writingOf,
} from '.';

const dockCase = (id: string, rateBytesPerS: number, more: Partial<DockCase> = {}): DockCase => ({
  schema: 'jicara.case/2',
  id,
  maker: 'Tarn',
  model: id,
  price: { minor: 100, currency: 'EUR' },
  onShelf: 1,
  source: 'this test',
  takes: ['NVMe'],
  link: 'USB',
  rateBytesPerS,
  ...more,
});
const old = (rate: number, protocol: OldDrive['protocol'] = 'NVMe'): OldDrive => ({
  protocol,
  reads: { name: 'old drive reads', rate: { least: rate / 2, middle: rate, most: rate } },
  from: 'this test',
});
const flat = (rate: number) => ({ least: rate, middle: rate, most: rate });
const fresh = {
  protocol: 'NVMe' as const,
  writing: {
    name: 'Marl',
    burst: flat(1000e6),
    keptUp: flat(100e6),
    cacheBytes: flat(50e9),
    reads: flat(2000e6),
  },
};
const asked = (more: Partial<CopyAsked> = {}): CopyAsked => ({
  bytes: 200e9,
  driveBytes: 500e9,
  old: old(1500e6),
  drive: fresh,
  cases: [dockCase('quick', 400e6), dockCase('slow', 200e6)],
  inDevice: false,
  ...more,
});
const kinds = (more: Partial<CopyAsked> = {}) =>
  connections(asked(more)).map(
    ({ kind, oldCase, newCase }) => `${kind} ${oldCase?.id ?? 'port'} ${newCase.id}`,
  );

describe('the time of a copy follows its whole chain', () => {
  it('by hand: 200 GB through two cases, past a fast cache of 50 GB, and back', () => {
    // The slow case holds the old drive: 50 GB at 200 MB/s, 150 GB at 100 MB/s; back through the quick one at 400 MB/s.
    const two = connections(asked()).find(({ kind }) => kind === 'two-cases')!;
    expect([two.oldCase?.id, two.newCase.id]).toEqual(['slow', 'quick']);
    expect(two.there.seconds.middle).toBeCloseTo(50e9 / 200e6 + 150e9 / 100e6);
    expect(two.back?.seconds.middle).toBeCloseTo(200e9 / 400e6);
    expect(two.whole.middle).toBeCloseTo(250 + 1500 + 500);
    expect(two.there.slowest).toBe('Marl writes, its fast cache full');
  });

  it('one after the other reads all of the old drive into a file first', () => {
    const turns = connections(asked()).find(({ kind }) => kind === 'in-turn')!;
    expect([turns.oldCase?.id, turns.newCase.id]).toEqual(['quick', 'quick']);
    expect(turns.before?.seconds.middle).toBeCloseTo(500e9 / 400e6);
    expect(turns.whole.middle).toBeCloseTo(1250 + 50e9 / 400e6 + 1500 + 500);
    expect(turns.needs).toEqual(['room on this computer for an image of the whole old drive']);
  });

  it('700 GB off a disk of 150 MB/s takes hours, whatever the case carries', () => {
    const disk = { ...old(150e6, 'SATA'), reads: { name: 'disk', rate: diskReads(150e6, 0.7) } };
    const cases = [dockCase('usb', 900e6, { takes: ['SATA', 'NVMe'], onShelf: 2 })];
    const [best] = connections(asked({ bytes: 700e9, driveBytes: 1000e9, old: disk, cases, drive: null }));
    expect(best).toMatchObject({ kind: 'two-cases', there: { slowest: 'disk' } });
    // There at 0.844 × 150 MB/s on average: 5,528 s; back at 900 MB/s: 778 s.
    expect(best?.whole.middle).toBeCloseTo(5528 + 778, -2);
  });
});

describe('which cases', () => {
  it('takes two cases, or two of one kind, and puts the slower pairing behind', () => {
    expect(kinds()).toEqual(['two-cases slow quick', 'in-turn quick quick']);
    expect(kinds({ cases: [dockCase('quick', 400e6, { onShelf: 2 })] })[0]).toBe('two-cases quick quick');
  });

  it('with one case lets the drives take turns, and names what a port would need', () => {
    const found = connections(asked({ cases: [dockCase('quick', 400e6)] }));
    expect(found.map(({ kind }) => kind)).toEqual(['in-turn', 'two-cases']);
    expect(found[1]?.needs).toEqual(['a case that takes a NVMe drive, or a port of the computer itself']);
  });

  it('counts no case that does not take the drive, that is not there, or that nobody owns', () => {
    const cases = [
      dockCase('sata', 900e6, { takes: ['SATA'] }),
      dockCase('sold', 900e6, { onShelf: 0 }),
      dockCase('own', 38e6),
    ];
    expect(kinds({ cases })).toEqual(['in-turn own own', 'two-cases port own']);
    expect(kinds({ cases: cases.slice(0, 2) })).toEqual([]);
  });

  it('copies in the device with one case where it can, and says that nothing is compared', () => {
    const found = connections(asked({ inDevice: true }));
    const device = found.at(-1)!;
    expect(device.whole.middle).toBeLessThan(found[0]!.whole.middle);
    expect(device).toMatchObject({ back: null, cases: 1, oldCase: null });
    expect(device.needs[0]).toContain('nothing is compared');
  });
});

it('each 10 GB less saves what the last of them take, there and back', () => {
  expect(savedBy(10e9, asked(), 'two-cases')).toBeCloseTo(10e9 / 100e6 + 10e9 / 400e6);
  expect(savedBy(10e9, asked({ cases: [] }), 'two-cases')).toBeNull();
});

it('the rates of both passes add up to the whole again', () => {
  const [best] = connections(asked());
  const rates = passRates(200e9, best!);
  expect(200e9 / rates.there.middle + 200e9 / rates.back.middle).toBeCloseTo(best!.whole.middle);
  expect(linkRate(old(150e6).reads, null, dockCase('a', 400e6))).toBe(150e6);
  expect(linkRate(old(900e6).reads, dockCase('b', 38e6), dockCase('a', 400e6))).toBe(38e6);
});

it('ranges hold their middle, more bytes take longer, and a quicker link never takes longer', () => {
  const rate = fc.integer({ min: 1e6, max: 5e9 });
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 4e12 }),
      rate,
      rate,
      rate,
      fc.option(fc.integer({ min: 0, max: 1e12 })),
      (bytes, read, carry, kept, cache) => {
        const drive = {
          protocol: 'NVMe' as const,
          writing: {
            ...fresh.writing,
            keptUp: flat(Math.min(kept, 1000e6)),
            cacheBytes: cache === null ? null : flat(cache),
          },
        };
        const of = (more: Partial<CopyAsked>) =>
          connections(asked({ bytes, drive, old: old(read), cases: [dockCase('x', carry)], ...more }));
        const later = of({ bytes: bytes * 2 });
        const quicker = of({ cases: [dockCase('x', carry * 2)] });
        return of({}).every(({ whole, kind }) => {
          const same = (list: typeof later) => list.find((one) => one.kind === kind)!.whole.middle;
          return (
            whole.least <= whole.middle * (1 + 1e-9) &&
            whole.middle <= whole.most * (1 + 1e-9) &&
            same(later) >= whole.middle &&
            same(quicker) <= whole.middle * (1 + 1e-9)
          );
        });
      },
    ),
  );
});

describe('the old drive', () => {
  const of = (id: string, formFactor: string, labelGB: number, usedBytes: number | null = null) =>
    oldDriveOf(profile(id), { formFactor, labelGB, usedBytes });

  it('is read as the profile states it; a full disk at two thirds of its outer rate on average', () => {
    const disk = of('vellamar-skein', '3.5-inch', 1000, 1000e9);
    expect(disk.protocol).toBe('SATA');
    // (1 − 0.5) × 2 / 0.75 = 1.333 of the time at the outer rate: three quarters of it on average.
    expect(disk.reads.rate.middle).toBeCloseTo(112.5e6);
    expect(disk.from).toContain('profile');
  });

  it('of which nothing is stated reads as such drives usually do, and says so', () => {
    expect(of('braskit-osprey', '2242-S3-M', 512)).toMatchObject({
      protocol: 'NVMe',
      from: expect.stringContaining('nobody has stated'),
    });
    expect(of('vellamar-skein', '3.5-inch', 750).reads.rate.most).toBe(180e6);
    expect(of('vellamar-skein', 'no such form', 750)).toMatchObject({ protocol: null });
  });

  it('a disk filled a little is read near its outer rate at best, near half of it at worst', () => {
    const { least, middle, most } = diskReads(100e6, 0.05);
    expect([Math.round(least / 1e6), Math.round(middle / 1e6), most]).toEqual([52, 99, 100e6]);
  });
});

it('a drive of the catalogue brings its fast cache and both its rates', () => {
  const writing = writingOf(drive('ostrel-marl-2000'))!;
  expect(writing.burst.middle).toBeGreaterThan(writing.keptUp.middle);
  expect(writing.cacheBytes?.middle).toBe(drive('ostrel-marl-2000').cacheGB! * 1e9);
});
