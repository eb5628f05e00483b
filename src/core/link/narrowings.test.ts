import { about, exact } from '../margin';
import { narrowings } from '.';

const origin = { kind: 'specification', note: 'test' } as const;
const links = [
  { name: 'drive reads', rate: about(7e9, null, 0, origin) },
  { name: 'slot', rate: exact(6.4e9, origin) },
];
const said = (rate: number) => narrowings(links, rate).map(({ what }) => what);

it('has nothing to say where a read test shows what was forecast', () => {
  expect(said(6.4e9)).toEqual([]);
  expect(said(5.3e9)).toEqual([]);
});

it('names the link that would have to be narrower, the closest first, and the unit where that explains it', () => {
  expect(said(3.2e9)[0]).toMatch(/^slot at half/u);
  expect(said(3.5e9)[0]).toMatch(/^the drive at half/u);
  expect(said(1.6e9)[0]).toMatch(/^slot at a quarter/u);
  expect(said(6.4e9 / 8)).toEqual(
    [expect.stringMatching(/an eighth/u), expect.stringMatching(/a tenth/u)].slice(0, said(6.4e9 / 8).length),
  );
  expect(said(6.4e9 * 8)).toEqual([expect.stringMatching(/eight times/u)]);
});

it('names nothing where nothing comes near, or the chain is not known', () => {
  expect(said(2.3e9)).toEqual([]);
  const unknown = { known: false as const, what: 'x', howToGet: 'y' };
  expect(narrowings([{ name: 'slot', rate: unknown }], 1e9)).toEqual([]);
});
