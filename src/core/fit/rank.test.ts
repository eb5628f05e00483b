import { isKept } from '../margin';
import { type CandidateLine, fasterGain, nextSize, rankDrives, partLines, whyNot } from '.';
import { drives, old, pads, profiles, setting, sinks } from './demo.test.data';

const wish = { currency: 'EUR', prefers: [], shelfFirst: false };
const accessories = { pads, sinks };
const osprey = setting('braskit-osprey');
const ranked = rankDrives(osprey, drives, accessories, wish);
const of = (list: CandidateLine[], id: string) => list.find(({ build }) => build.drive.id === id)!;
const clear = (list: CandidateLine[]) => list.filter((c) => c.worst.verdict === 'clear');

describe('ranking', () => {
  it('puts the best verdict first, then the price per usable gigabyte of the whole build', () => {
    const order = ['clear', 'tight', 'unknown', 'over'];
    const places = ranked.map((c) => order.indexOf(c.worst.verdict));
    expect(places).toEqual([...places].sort());
    expect(new Set(places).size).toBe(4);
    const prices = clear(ranked).map((c) => c.minorPerUsableGB!);
    expect(prices).toEqual([...prices].sort((a, b) => a - b));
    // Seam 159.00 and its pad of 5.60
    expect(of(ranked, 'pirrin-seam-2000').minor).toBe(15900 + 560);
  });

  it('has clear, tight, over and unknown candidates in every family', () => {
    const seen = profiles.map((device) => {
      const least = Math.min(...device.deliveredDrives.map(({ labelGB }) => labelGB));
      const asked = setting(device.id, {
        systemVersion: '4.3.0',
        revisionId: device.revisions[0]?.id ?? null,
        old: { ...old, labelGB: least },
      });
      const verdicts = rankDrives(asked, drives, accessories, wish).map((c) => c.worst.verdict);
      return `${device.name}: ${[...new Set(verdicts)].sort().join(' ')}`;
    });
    expect(seen).toEqual(profiles.map(({ name }) => `${name}: clear over tight unknown`));
    expect(drives.length).toBeGreaterThanOrEqual(60);
  });

  it('compares prices in the workshop’s currency alone, and puts liked makers and the shelf first where asked', () => {
    const best = ranked[0]!.build.drive;
    const elsewhere = drives.map((d) =>
      d.id === best.id ? { ...d, price: { minor: 1, currency: 'USD' } } : d,
    );
    const abroad = clear(rankDrives(osprey, elsewhere, accessories, wish));
    expect(abroad.at(-1)).toMatchObject({ build: { drive: { id: best.id } }, minorPerUsableGB: null });
    const shelf = clear(rankDrives(osprey, drives, accessories, { ...wish, shelfFirst: true }));
    const lying = shelf.map(({ onShelf }) => onShelf);
    expect(lying).toEqual([...lying].sort((a, b) => Number(b) - Number(a)));
    expect(lying).toEqual(expect.arrayContaining([true, false]));
    const same = drives
      .filter(({ id }) => /seam-2000|marl-2000/u.test(id))
      .map((d) => ({ ...d, price: { minor: 100, currency: 'EUR' } }));
    const free = pads.map((p) => ({ ...p, price: { minor: 0, currency: 'EUR' } }));
    const liked = (maker: string) =>
      rankDrives(osprey, same, { pads: free, sinks }, { ...wish, prefers: [maker] })[0]!.build.drive.maker;
    expect([liked('Ostrel'), liked('Pirrin')]).toEqual(['Ostrel', 'Pirrin']);
  });

  it('prices the next size and says that a faster drive gains nothing here', () => {
    const seam = of(ranked, 'pirrin-seam-1000');
    const next = nextSize(seam, ranked)!;
    expect(next.line.build.drive.labelGB).toBe(2000);
    // Over all models: the cheapest of the next size that fits, for the free bytes between them, about 1,000 GB.
    const sized = ranked.filter(
      ({ build, worst }) =>
        build.drive.labelGB === 2000 && worst.verdict !== 'over' && worst.verdict !== 'unknown',
    );
    const cheapest = Math.min(...sized.map(({ minor }) => minor ?? Infinity));
    expect(next.extraMinor).toBe(cheapest - (seam.minor ?? 0));
    expect(next.minorPerExtraGB).toBeCloseTo((cheapest - (seam.minor ?? 0)) / 1000, 1);
    expect(next.line.build.drive.model).not.toBe(seam.build.drive.model);
    const gain = fasterGain(of(ranked, 'kelvane-vesper-2000'), ranked);
    expect(gain!.extraMinor).not.toBe(0);
    // The slot carries 7.2 GB/s at most: a drive of 7.1 on paper is as fast as this.
    expect(gain!.gainBytesPerS).toBeLessThan(0.4e9);
  });

  it('says why not in one line for every candidate that is not clear', () => {
    for (const answer of ranked) {
      const why = whyNot(answer);
      expect(why === null).toBe(answer.worst.verdict === 'clear');
      expect(why ?? '').not.toMatch(/undefined|NaN|\n/u);
    }
    expect(whyNot(of(ranked, 'kelvane-dusk-2000'))).toBe('Sides with chips: double, allowed single');
  });

  it('compares a drive with its sink against the same drive with one added', () => {
    const atrium = rankDrives(
      setting('quenlo-atrium', { systemVersion: '4.2.0' }),
      drives,
      accessories,
      wish,
    );
    const own = of(atrium, 'ostrel-marl-fin-2000');
    const added = of(atrium, 'ostrel-marl-2000');
    expect(own.build.sink).toBeNull();
    expect(added.build.sink).not.toBeNull();
    expect([own, added].every(({ worst }) => isKept(worst))).toBe(true);
    expect(added.minor!).toBeLessThan(own.minor!);
  });
});

describe('the parts of a build', () => {
  it('are counted: what the shelf has, where it lies, what must come, exact to size', () => {
    const { build } = of(ranked, 'pirrin-seam-2000');
    const drawer = { ...pads[0]!, shelfPlace: 'drawer 4' };
    const list = partLines({ ...build, pads: [drawer, drawer] });
    expect(list.find(({ kind }) => kind === 'drive')).toMatchObject({
      count: 1,
      have: 1,
      buy: 0,
      detail: '2280-S2-M, 2000 GB',
    });
    expect(list.find(({ kind }) => kind === 'pad')).toMatchObject({
      count: 2,
      have: 2,
      buy: 0,
      place: 'drawer 4',
      detail: '1.0 mm thick, cut to 70 × 20 mm',
    });
  });
});
