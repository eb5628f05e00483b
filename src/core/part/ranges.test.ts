import fc from 'fast-check';
import { DeviceProfile } from '../device';
import { adapters, cases, drive, drives, origin, pads, profiles, sinks } from '../fit/demo.test.data';
import { about } from '../margin';
import { Adapter, Drive, KeptPart, figureFaults, figureRanges } from '.';

const celsius = (value: number) => about(value, 1, 1, origin);
const marl = drive('ostrel-marl-2000');
const faults = (value: unknown) => {
  const parsed = Drive.safeParse(value);
  return parsed.success
    ? []
    : parsed.error.issues.map(({ path, message }) => `${path.join('.')}: ${message}`);
};

describe('what a figure can be', () => {
  it('names the field, the range and the unit, and knows kelvin when it sees it', () => {
    expect(faults({ ...marl, warningC: celsius(355), criticalC: celsius(361) })).toEqual([
      'warningC.value: 355 °C is outside 20 to 130 °C: check the unit. Typed in kelvin? Then it is 82 °C.',
      'criticalC.value: 361 °C is outside 20 to 130 °C: check the unit. Typed in kelvin? Then it is 88 °C.',
    ]);
    expect(faults({ ...marl, powerW: { ...marl.powerW!, write: about(-600, 1, 1, origin) } })[0]).toContain(
      'powerW.write.value: -600 W is outside 0 to 60 W',
    );
  });

  it('is held in a profile by the way to the figure', () => {
    const plain = profiles.find(({ id }) => id === 'braskit-osprey')!;
    const places = plain.places.map((place) => ({
      ...place,
      heat: { ...place.heat!, enclosureRiseK: about(-400, 1, 1, origin) },
    }));
    const parsed = DeviceProfile.safeParse({ ...plain, places });
    expect(parsed.error?.issues.map(({ path }) => path.join('.'))).toEqual([
      'places.0.heat.enclosureRiseK.value',
    ]);
  });

  it('is not held against what is kept already: that is read as it was written', () => {
    expect(KeptPart.safeParse({ ...marl, warningC: celsius(355) }).success).toBe(true);
  });

  it('says nothing where a tolerance is wider than all that it could be', () => {
    expect(figureFaults({ aimC: about(70, 500, 1, origin) })).toMatchObject([{ path: ['aimC', 'minus'] }]);
  });

  it('lets every shipped figure pass, and knows a range for each of them', () => {
    const nameless = new Set<string>();
    const look = (value: unknown, name: string) => {
      if (typeof value !== 'object' || value === null) return;
      if ('known' in value && 'origin' in value && !Object.hasOwn(figureRanges, name)) nameless.add(name);
      else for (const [key, child] of Object.entries(value)) look(child, /^\d+$/u.test(key) ? name : key);
    };
    for (const part of [...drives, ...pads, ...sinks, ...adapters, ...cases, ...profiles]) {
      look(part, '');
      expect(figureFaults(part)).toEqual([]);
    }
    expect([...nameless]).toEqual([]);
  });

  it('is never exceeded by what passes, whatever is typed', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...Object.keys(figureRanges)),
        fc.double({ noNaN: true }),
        (name, value) => {
          const { from, to } = figureRanges[name]!;
          const isFine = figureFaults({ [name]: about(value, 0, 0, origin) }).length === 0;
          return isFine === (value >= from && value <= to);
        },
      ),
    );
  });
});

describe('what contradicts itself is refused with its field', () => {
  it.each([
    [{ formFactor: '2280-S3-B-M', lanes: 4 }, 'lanes'],
    [{ protocol: 'SATA', formFactor: '2.5-inch', lanes: 1, linkGeneration: 4 }, 'linkGeneration'],
    [{ protocol: 'SATA', formFactor: '2.5-inch', lanes: 4, linkGeneration: 3 }, 'lanes'],
    [{ peakPowerW: about(1, 0, 0, origin) }, 'peakPowerW'],
    [{ warningC: celsius(90), criticalC: celsius(80) }, 'warningC'],
  ])('%j', (more, field) => {
    expect(faults({ ...marl, ...more }).map((fault) => fault.split(/[.:]/u)[0])).toContain(field);
  });

  it('of an adapter and of a place', () => {
    const step = adapters.find(({ id }) => id === 'orme-step-4280')!;
    const issue = (value: unknown) =>
      Adapter.safeParse(value).error?.issues.map(({ path }) => path.join('.'));
    expect(issue({ ...step, takes: { ...step.takes, lengthsMm: [] } })).toEqual(['takes.lengthsMm']);
    expect(issue({ ...step, takes: { ...step.takes, slots: 2 } })).toEqual(['takes.slots']);
    const plain = profiles.find(({ id }) => id === 'braskit-osprey')!;
    const [place] = plain.places;
    const profileIssue = (more: object) =>
      DeviceProfile.safeParse({ ...plain, places: [{ ...place, ...more }] }).error?.issues.map(({ path }) =>
        path.slice(2).join('.'),
      );
    expect(profileIssue({ form: { ...place!.form, key: 'B' } })).toEqual(['lanes']);
    expect(profileIssue({ sataGeneration: 2 })).toEqual(['sataGeneration']);
    const ferry = adapters.find(({ id }) => id === 'orme-ferry-card')!;
    expect(profileIssue({ adapters: [{ adapter: ferry, caseChangeId: null }] })).toEqual([
      'adapters.0.adapter.enters.formFactor',
    ]);
  });
});
