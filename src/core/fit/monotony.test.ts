import fc from 'fast-check';
import type { DeviceProfile } from '../device';
import { type Known, type Verdict, about, verdicts } from '../margin';
import type { Drive } from '../part';
import { type Build, type FitAnswer, type Setting, bestBuild, canGoIn, fit } from '.';
import { drives, origin, pads, profiles, setting, sinks } from './demo.test.data';

/** One build for each device and each form of drive that goes in, as the product would lay it. */
const shelf = { pads, sinks };
const forms = [
  ...new Map(
    drives
      .filter(({ powerW }) => powerW)
      .map((drive) => [`${drive.formFactor} ${drive.protocol} ${drive.ownSink ? 'own' : ''}`, drive]),
  ).values(),
];
const asked: { setting: Setting; build: Build }[] = profiles.flatMap((profile) => {
  const here = setting(profile.id, { systemVersion: '99.0', revisionId: profile.revisions[0]?.id ?? null });
  return forms
    .filter((drive) => canGoIn(here, drive))
    .map((drive) => ({ setting: here, build: bestBuild(here, drive, shelf) }));
});
const questions = fc.constantFrom(...asked);
const factor = fc.double({ min: 1, max: 8, noNaN: true });

const heatIds = ['heat', 'throttled', 'kept-speed'];
const rankOf = (verdict: Verdict) => verdicts.indexOf(verdict);
/** Verdict on heat as a whole, the higher the better: over, unknown, tight, clear. */
const onHeat = ({ margins }: FitAnswer) =>
  Math.min(...margins.filter(({ id }) => heatIds.includes(id)).map(({ verdict }) => rankOf(verdict)));
const peakC = ({ heat }: FitAnswer) => (heat?.known ? heat.settled.peakC.value : NaN);

const scaled = (known: Known, by: number): Known =>
  about(known.value * by, known.minus, known.plus, known.origin);
const withPower = (drive: Drive, by: number): Drive => {
  const { idle, read, write, lightRead } = drive.powerW!;
  return {
    ...drive,
    powerW: {
      idle: scaled(idle, by),
      read: scaled(read, by),
      write: scaled(write, by),
      ...(lightRead ? { lightRead: scaled(lightRead, by) } : {}),
    },
  };
};

type HeatName = 'enclosureRiseK' | 'airWPerM2K' | 'boardKPerW';
/** The same setting with one number of its places' heat scaled. */
const withHeat = (from: Setting, name: HeatName, by: number): Setting => ({
  ...from,
  profile: {
    ...from.profile,
    places: from.profile.places.map((place) => {
      const known = place.heat?.[name];
      return place.heat && known?.known
        ? { ...place, heat: { ...place.heat, [name]: scaled(known, by) } }
        : place;
    }),
  } satisfies DeviceProfile,
});

/** Without the heat that the device itself puts into a fixed sink: with it, better contact may well warm the drive. */
const noOtherHeat = (from: Setting): Setting => ({
  ...from,
  profile: {
    ...from.profile,
    places: from.profile.places.map((place) =>
      place.form.kind === 'module' && place.form.sink.kind === 'fixed'
        ? {
            ...place,
            form: { ...place.form, sink: { ...place.form.sink, deviceHeatW: about(0, 0, 0, origin) } },
          }
        : place,
    ),
  },
});

describe('heat', () => {
  it('is never better with more power', () => {
    fc.assert(
      fc.property(questions, factor, factor, ({ setting: here, build }, first, second) => {
        const at = (by: number) => fit(here, { ...build, drive: withPower(build.drive, by) });
        const [less, more] = [at(first), at(first * second)];
        return onHeat(more) <= onHeat(less) && !(peakC(more) < peakC(less) - 1e-9);
      }),
      { numRuns: 150 },
    );
  });

  it('is never better where the air is hotter or carries less, or the board does', () => {
    fc.assert(
      fc.property(
        questions,
        fc.constantFrom<[HeatName, boolean]>(
          ['enclosureRiseK', true],
          ['airWPerM2K', false],
          ['boardKPerW', true],
        ),
        factor,
        ({ setting: from, build }, [name, isWorse], by) => {
          // A better way to the board or the air never warms a drive, unless what it leads to is hotter than the drive.
          const here = noOtherHeat(from);
          const [plain, changed] = [fit(here, build), fit(withHeat(here, name, by), build)];
          const [better, worse] = isWorse ? [plain, changed] : [changed, plain];
          return onHeat(worse) <= onHeat(better) && !(peakC(worse) < peakC(better) - 1e-6);
        },
      ),
      { numRuns: 150 },
    );
  });

  it('is never hotter with a thinner or a better pad that touches', () => {
    const padded = asked.filter(({ build }) => build.pads.length === 1);
    fc.assert(
      fc.property(fc.constantFrom(...padded), factor, ({ setting: from, build }, by) => {
        const here = noOtherHeat(from);
        const [pad] = build.pads;
        const better = { ...build, pads: [{ ...pad!, conductivityWPerMK: pad!.conductivityWPerMK * by }] };
        return !(peakC(fit(here, better)) > peakC(fit(here, build)) + 1e-9);
      }),
      { numRuns: 80 },
    );
  });
});

/** Every estimate inside a value, with the way to it. */
function* known(value: unknown, path: string[] = []): Generator<{ path: string[]; at: Known }> {
  if (typeof value !== 'object' || value === null) return;
  if ('known' in value && value.known === true && 'minus' in value) yield { path, at: value as Known };
  else for (const [name, child] of Object.entries(value)) yield* known(child, [...path, name]);
}

/** The same value with what stands at a path replaced; undefined takes it away. */
function replaced<T>(value: T, [name, ...rest]: string[], by: unknown): T {
  if (name === undefined) return by as T;
  if (Array.isArray(value))
    return value.map((child, i) =>
      String(i) === name ? (replaced(child, rest, by) as unknown) : child,
    ) as T;
  const { [name as keyof T]: child, ...others } = value as Record<keyof T, unknown>;
  return (
    by === undefined && rest.length === 0 ? others : { ...value, [name]: replaced(child, rest, by) }
  ) as T;
}

/** Every number of a question that an answer may hang on: the place’s, and the drive’s. */
type Spot = { setting: Setting; build: Build; of: 'place' | 'drive'; path: string[]; at: Known };
const spotsOf = (index: number): Spot[] => {
  const { setting: here, build } = asked[index]!;
  const main = here.profile.places.findIndex(({ id }) => id === fit(here, build).place.id);
  return [
    ...[...known(here.profile.places[main])].map(({ path, at }) => ({
      setting: here,
      build,
      of: 'place' as const,
      path: ['places', String(main), ...path],
      at,
    })),
    ...[...known(build.drive)].map(({ path, at }) => ({
      setting: here,
      build,
      of: 'drive' as const,
      path,
      at,
    })),
  ];
};
const changed = ({ setting: here, build, of, path }: Spot, by: unknown): FitAnswer =>
  of === 'place'
    ? fit({ ...here, profile: replaced(here.profile, path, by) }, build)
    : fit({ ...here }, { ...build, drive: replaced(build.drive, path, by) });
const verdictsOf = ({ margins }: FitAnswer) => new Map(margins.map(({ id, verdict }) => [id, verdict]));
const spots = fc.nat({ max: asked.length - 1 }).chain((i) => fc.constantFrom(...spotsOf(i)));

it('a wider tolerance never makes a tight margin clear', () => {
  fc.assert(
    fc.property(spots, fc.double({ min: 0, max: 2, noNaN: true }), (spot, share) => {
      const { at } = spot;
      const more = Math.abs(at.value) * share;
      const side = (mm: number | null) => (mm === null ? null : mm + more);
      const wider = changed(spot, { ...at, minus: side(at.minus), plus: side(at.plus) });
      const before = verdictsOf(fit(spot.setting, spot.build));
      return wider.margins.every(
        ({ id, verdict }) => verdict !== 'clear' || (before.get(id) ?? 'clear') === 'clear',
      );
    }),
    { numRuns: 400 },
  );
});

/** Figures that something stated stands in for: the class of the size code, or a default by its name; and those that a part cannot be without. */
const stoodInFor = /chipTopMm|massG|lightRead|measured|ownSink/u;

it('nothing is clear that hangs on a number which is not there, whichever it is', () => {
  const gone = { known: false, what: 'a number', howToGet: 'Look.' };
  const clear = new Set<string>();
  let hung = 0;
  // Every number of every device, with each form of drive that goes in.
  for (const [i, { setting: here, build }] of asked.entries()) {
    const before = new Map(fit(here, build).margins.map((m) => [m.id, JSON.stringify(m)]));
    for (const spot of spotsOf(i)) {
      if (stoodInFor.test(spot.path.join('.'))) continue;
      const other = changed(spot, { ...spot.at, value: spot.at.value * 1.7 + 0.1 });
      const hanging = other.margins.filter((m) => before.get(m.id) !== JSON.stringify(m)).map(({ id }) => id);
      // Numbers of a drive that its paper may leave out are taken away, those of a place are missing.
      const after = verdictsOf(
        spot.of === 'drive'
          ? changed({ ...spot, path: spot.path.slice(0, 1) }, undefined)
          : changed(spot, gone),
      );
      hung += hanging.length;
      for (const id of hanging)
        if (after.get(id) === 'clear')
          clear.add(`${here.profile.id}, ${spot.of} ${spot.path.join('.')}: ${id}`);
    }
  }
  expect([...clear]).toEqual([]);
  expect(hung).toBeGreaterThan(500);
});
