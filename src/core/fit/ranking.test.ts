import fc from 'fast-check';
import type { Drive } from '../part';
import { type CandidateLine, type RankWish, Ranking, rankDrives } from '.';
import { drives, pads, profiles, setting, sinks } from './demo.test.data';

const shelf = { pads, sinks };
const scale = fc.double({ min: 0.4, max: 2.2, noNaN: true });

/** Drives that differ in everything that a ranking looks at: price, power, heights, size, shelf, maker. */
const different: fc.Arbitrary<Drive> = fc
  .tuple(
    fc.constantFrom(...drives),
    fc.nat({ max: 9_999_999 }),
    scale,
    scale,
    fc.constantFrom(250, 500, 1000, 2000, 4000),
    fc.nat({ max: 2 }),
    fc.constantFrom('EUR', 'EUR', 'EUR', 'SEK'),
  )
  .map(([drive, number, price, watts, labelGB, onShelf, currency]) => ({
    ...drive,
    id: `${drive.id}-${number}`,
    labelGB,
    onShelf,
    price: { minor: Math.round(drive.price.minor * price), currency },
    ...(drive.powerW
      ? {
          powerW: {
            ...drive.powerW,
            read: { ...drive.powerW.read, value: drive.powerW.read.value * watts },
            write: { ...drive.powerW.write, value: drive.powerW.write.value * watts },
          },
        }
      : {}),
  }));
const wishes: fc.Arbitrary<RankWish> = fc.record({
  currency: fc.constant('EUR'),
  prefers: fc.constantFrom([], ['Pirrin'], ['Harlo', 'Ostrel']),
  shelfFirst: fc.boolean(),
});
const told = ({ build, worst }: CandidateLine) =>
  [build.drive.id, build.pads.map(({ id }) => id).join(), build.sink?.id ?? '', worst.id, worst.verdict].join(
    ' ',
  );

describe('a ranking that judges no more than it shows', () => {
  it('comes to the same first lines as judging all of them, on every device', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...profiles),
        fc.array(different, { minLength: 1, maxLength: 60 }),
        wishes,
        fc.constantFrom(1, 7, 25),
        fc.constantFrom(null, 1000, 2000),
        (profile, list, wish, limit, wantedGB) => {
          const here = setting(profile.id, {
            systemVersion: '99',
            revisionId: profile.revisions[0]?.id ?? null,
            wish: { wantedGB, budget: null },
          });
          const { lines } = new Ranking(here, shelf, wish).topNow(list, limit);
          const all = rankDrives({ ...here }, list, shelf, wish).slice(0, limit);
          expect(lines.map(told)).toEqual(all.map(told));
        },
      ),
      { numRuns: 40 },
    );
  });

  it('also where nothing can be better than not known, and a bare drive is as good as one with a pad', () => {
    const here = setting('braskit-osprey', { old: { labelGB: 512, usedBytes: null, dataToKeep: true } });
    const wish = { currency: 'EUR', prefers: [], shelfFirst: false };
    // Of every other one the chips are not known, so no pad can be better than none; and pads are dear.
    const list = fc.sample(different, { numRuns: 400, seed: 3 }).map((drive, i): Drive => {
      const { chipTopMm: _, ...classOnly } = drive;
      return i % 2 === 0 ? classOnly : drive;
    });
    const dear = { sinks, pads: pads.map((pad) => ({ ...pad, price: { ...pad.price, minor: 9000 } })) };
    const { lines } = new Ranking(here, dear, wish).topNow(list, 4);
    expect(lines.map(told)).toEqual(
      rankDrives({ ...here }, list, dear, wish)
        .slice(0, 4)
        .map(told),
    );
  });

  it('puts what is asked for before the price, within each verdict', () => {
    const here = setting('braskit-osprey');
    const far = ({ labelGB }: Drive) => Math.abs(labelGB - 1000);
    const { lines } = new Ranking(
      here,
      shelf,
      { currency: 'EUR', prefers: [], shelfFirst: false },
      far,
    ).topNow(drives, 20);
    const clear = lines.filter(({ worst }) => worst.verdict === 'clear').map(({ build }) => far(build.drive));
    expect(clear.length).toBeGreaterThan(3);
    expect(clear).toEqual([...clear].sort((a, b) => a - b));
  });

  it('leaves most of a large catalogue alone, and judges nothing twice', () => {
    const many = fc.sample(different, { numRuns: 3000, seed: 7 });
    const here = setting('braskit-osprey');
    const ranking = new Ranking(here, shelf, { currency: 'EUR', prefers: [], shelfFirst: false });
    const first = ranking.topNow(many, 50);
    expect(first.lines).toHaveLength(50);
    expect(first.unjudged).toBeGreaterThan(2400);
    const again = ranking.topNow(many, 50);
    expect(again.lines.every((line, i) => line === first.lines[i])).toBe(true);
  });
});
