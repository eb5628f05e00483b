import fc from 'fast-check';
import type { DeviceProfile } from '../device';
import { type Known, about } from '../margin';
import { profiles } from '../fit/demo.test.data';
import { differences, merged } from './merge-profiles';
import { readProfile } from './read-profile';

const wren = profiles.find(({ id }) => id === 'braskit-wren')!;
const [place] = wren.places;
const other = (more: Partial<DeviceProfile['places'][number]>): DeviceProfile => ({
  ...wren,
  places: [{ ...place!, ...more }, ...wren.places.slice(1)],
});
const watts = (value: number, more: Partial<Known['origin']> = {}) =>
  about(value, 0, 0, { kind: 'measured', note: 'bench', at: '2026-11-01', ...more });
const one = (mine: DeviceProfile, theirs: DeviceProfile) => {
  const [first, ...rest] = differences(mine, theirs);
  expect(rest).toEqual([]);
  return first!;
};

it('of the same profile nothing differs', () => expect(differences(wren, wren)).toEqual([]));

it.each([
  ['known before not known', watts(5), { known: false as const, what: 'w', howToGet: 'h' }, 'mine'],
  ['theirs where mine is not known', { known: false as const, what: 'w', howToGet: 'h' }, watts(5), 'theirs'],
  ['measured before a paper', watts(5), watts(6, { kind: 'data-sheet-typical', at: '2026-11-20' }), 'mine'],
  [
    'a paper before a default',
    watts(5, { kind: 'default' }),
    watts(6, { kind: 'data-sheet-typical' }),
    'theirs',
  ],
  ['the newer of two measures', watts(5), watts(6, { at: '2026-11-02' }), 'theirs'],
  ['the narrower of two of one day', { ...watts(5), plus: 1 }, watts(6), 'theirs'],
] as const)('%s', (_, mine, theirs, better) => {
  expect(one(other({ powerAtMostW: mine }), other({ powerAtMostW: theirs }))).toMatchObject({
    at: `places.#${place!.id}.powerAtMostW`,
    mine,
    theirs,
    better,
  });
});

it('a procedure is one thing: half of one and half of another cannot be worked', () => {
  const theirs = { ...wren, procedure: { ...wren.procedure, open: wren.procedure.open.slice(1) } };
  expect(one(wren, theirs).at).toBe('procedure');
});

it('each choice takes that figure over, and no other; none is mine, all is theirs', () => {
  const theirs: DeviceProfile = {
    ...other({ powerAtMostW: watts(9), linkGeneration: 4 }),
    family: 'as they call it',
    places: [
      { ...place!, powerAtMostW: watts(9), linkGeneration: 4 },
      ...wren.places.slice(1),
      { ...place!, id: 'second' },
    ],
  };
  const all = differences(wren, theirs);
  expect(all.map(({ at }) => at).sort()).toEqual([
    'family',
    `places.#${place!.id}.linkGeneration`,
    `places.#${place!.id}.powerAtMostW`,
    'places.#second',
  ]);
  fc.assert(
    fc.property(fc.subarray(all), (taken) => {
      const choices = Object.fromEntries(taken.map(({ at }) => [at, 'theirs' as const]));
      const read = readProfile(merged(wren, theirs, choices));
      expect(read.ok).toBe(true);
      const left = read.ok ? differences(read.value, theirs).map(({ at }) => at) : [];
      expect(left.sort()).toEqual(
        all
          .filter((difference) => !taken.includes(difference))
          .map(({ at }) => at)
          .sort(),
      );
    }),
  );
  expect(merged(wren, theirs, {})).toEqual(wren);
});
