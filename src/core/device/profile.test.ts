import { about } from '../margin';
import { profile, profiles } from '../fit/demo.test.data';
import { DeviceProfile, mainPlace, placeOf, resolvePlace } from '.';

const origin = { kind: 'measured', note: 'test' } as const;
// Spoilt on purpose: what is wrong with them is what no type would let through.
// eslint-disable-next-line @typescript-eslint/no-explicit-any
type Spoilt = any;
const osprey = () => JSON.parse(JSON.stringify(profile('braskit-osprey'))) as DeviceProfile;
const faults = (device: unknown) => {
  const parsed = DeviceProfile.safeParse(device);
  return parsed.success
    ? []
    : parsed.error.issues.map(({ path, message }) => `${path.join('.')}: ${message}`);
};

describe('device profile', () => {
  it('ships for all eight families, each with the source and date of every limit', () => {
    expect(profiles.map(({ name }) => name).sort()).toEqual([
      'Atrium',
      'Heron',
      'Osprey',
      'Plover',
      'Reed',
      'Skein',
      'Vault',
      'Wren',
    ]);
    const walk = (value: unknown, path: string): string[] => {
      if (typeof value !== 'object' || value === null) return [];
      const known = value as { known?: boolean; origin?: { note: string; kind: string; at?: string } };
      if (known.known === true)
        return known.origin?.note && (known.origin.kind === 'default' || known.origin.at) ? [] : [path];
      return Object.entries(value).flatMap(([key, inner]) => walk(inner, `${path}.${key}`));
    };
    for (const device of profiles)
      expect(walk(device.places, device.name).filter((path) => !path.includes('adapters'))).toEqual([]);
  });

  it.each([
    [
      'a cover below the module',
      (d: Spoilt) => (d.places[0].form.coverMm = about(1, 0, 0, origin)),
      /cover lies below/u,
    ],
    [
      'a clearance below zero',
      (d: Spoilt) => (d.places[0].form.roomBelowMm = about(-0.5, 0, 0, origin)),
      /less than zero/u,
    ],
    [
      'a stand-off longer than the bay',
      (d: Spoilt) => (d.places[0].form.standOffsMm = [240]),
      /longer than any module bay/u,
    ],
    [
      'capacities the wrong way round',
      (d: Spoilt) => (d.places[0].limits.capacityFromGB = about(9000, 0, 0, origin)),
      /smallest capacity/u,
    ],
    [
      'a sink above the cover',
      (d: Spoilt) => (d.places[0].form.sink.undersideMm = about(12, 0, 0, origin)),
      /sink lies above/u,
    ],
    [
      'an unknown case change',
      (d: Spoilt) => (d.places[0].adapters = [{ ...plover.places[0]!.adapters[0], caseChangeId: 'gone' }]),
      /no case change gone/u,
    ],
    [
      'a revision about nothing',
      (d: Spoilt) => (d.revisions = [{ id: 'x', name: 'x', marks: ['x'], changes: { nowhere: {} } }]),
      /no place nowhere/u,
    ],
    ['no place to put a drive', (d: Spoilt) => (d.places[0].replaceable = false), /No place/u],
  ])('refuses %s with the figure and why', (_, spoil, why) => {
    const device = osprey();
    spoil(device);
    expect(faults(device).join('\n')).toMatch(why);
  });

  it('takes a profile with missing figures: they are unknown, not wrong', () => {
    const device = osprey() as Spoilt;
    device.places[0].form.coverMm = { known: false, what: 'cover', howToGet: 'measure it' };
    expect(faults(device)).toEqual([]);
  });

  it('is resolved: revision and case change first, what was measured last', () => {
    const place = plover.places[0]!;
    const trimmed = resolvePlace(place, null, plover.caseChanges, {});
    expect(trimmed.form).toMatchObject({ coverMm: { value: 5.5 } });
    const measured = resolvePlace(place, null, plover.caseChanges, { coverMm: about(5.1, 0.1, 0.1, origin) });
    expect(measured.form).toMatchObject({ coverMm: { value: 5.1 } });
    expect(mainPlace(profile('quenlo-atrium')).id).toBe('bay');
    expect(placeOf(profile('braskit-wren'), 'card').role).toBe('card');
    expect(placeOf(profile('braskit-wren'), 'gone').id).toBe('drive');
  });
});

const plover = profile('braskit-plover');
