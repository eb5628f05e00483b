import { type Build, type Setting, bare, fit, remedies } from '.';
import { padCombinations } from '../stack';
import { drive, drives, marl, pad, pads, setting, sinks } from './demo.test.data';

const shelf = { pads, sinks, drives };
const words = (asked: Setting, build: Build) =>
  remedies(asked, build, shelf).map(({ changes }) => changes.map(({ kind }) => kind).join(' + '));

describe('what would make it fit', () => {
  it('changes the pad alone where a pad does it, cheapest first', () => {
    const asked = setting('braskit-osprey');
    const found = remedies(asked, marl({ pads: [pad('lindrel-soft-100')] }), shelf);
    expect(found[0]!.changes).toMatchObject([{ kind: 'pads' }]);
    const extra = found.map(({ extraMinor }) => extraMinor!);
    expect(extra).toEqual([...extra].sort((a, b) => a - b));
    expect(found.every(({ answer }) => answer.worst.verdict === 'clear')).toBe(true);
  });

  it('is exact over the shelf: a plain search over all pads finds the same set', () => {
    const asked = setting('braskit-osprey');
    const build = marl({ pads: [pad('lindrel-soft-100')] });
    const plain = padCombinations(pads, 2)
      .filter((combination) => fit(asked, { ...build, pads: combination }).worst.verdict === 'clear')
      .map((combination) => combination.map(({ id }) => id).join());
    const found = remedies(asked, build, { pads, sinks: [], drives: [] }).map(({ build: b }) =>
      b.pads.map(({ id }) => id).join(),
    );
    expect(found.sort()).toEqual(plain.sort());
    expect(plain.length).toBeGreaterThan(2);
  });

  it('finds the adapter with its change to the case, the added sink, the variant of the same model', () => {
    const plover = setting('braskit-plover');
    expect(words(plover, bare(drive('nerrow-cask-1000')))[0]).toBe('adapter + case-change');
    const [trim] = remedies(plover, bare(drive('nerrow-cask-1000')), shelf);
    // adapter 3 and trimming 15 minutes; the adapter's price
    expect(trim).toMatchObject({ minutes: 18, extraMinor: 1490 });
    const atrium = setting('quenlo-atrium', { systemVersion: '4.2.0' });
    expect(words(atrium, bare(drive('pirrin-seam-2000')))[0]).toBe('sink + pads');
    const osprey = setting('braskit-osprey');
    const marl4 = { ...bare(drive('ostrel-marl-4000')), pads: [pad('lindrel-soft-250')] };
    expect(remedies(osprey, marl4, shelf)[0]!.changes[0]).toMatchObject({ kind: 'variant' });
  });

  it('finds nothing where nothing on the shelf helps', () => {
    expect(remedies(setting('quenlo-vault'), bare(drive('nerrow-mote-512')), shelf)).toEqual([]);
  });
});
