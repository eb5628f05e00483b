import fc from 'fast-check';
import { DeviceProfile } from '../device';
import { drives, profile, profiles, sinks } from '../fit/demo.test.data';
import { fit, settingOf } from '../fit';
import { unsafeValue } from '../result';
import {
  type Figure,
  FigureEntry,
  Sketch,
  enterFigure,
  familyIds,
  figureAt,
  figuresOf,
  idFromWords,
  ofReadings,
  plainAnswersOf,
  placeForms,
  profileOfCopy,
  profileOfSketch,
} from '.';

const sketch = (more: object = {}) => ({
  maker: 'Torvik',
  name: 'Pilot',
  family: 'handheld',
  forms: ['2230'],
  key: 'M',
  protocols: ['NVMe'],
  lanes: 4,
  showsCapacity: 'binary-called-decimal',
  ...more,
});
const taught = (more: object = {}) => profileOfSketch(Sketch.parse(sketch(more)), 'torvik-pilot');
const said = { at: '2026-11-27', by: 'IM' };

const anySketch = fc
  .record({
    family: fc.constantFrom(...familyIds),
    forms: fc.uniqueArray(fc.constantFrom(...placeForms), { minLength: 1, maxLength: 3 }),
    key: fc.constantFrom('M', 'B', null),
    protocols: fc.uniqueArray(fc.constantFrom('NVMe', 'SATA', 'PATA', 'UHS-I'), { maxLength: 2 }),
    lanes: fc.constantFrom(1, 2, 4, null),
    showsCapacity: fc.constantFrom('decimal', 'binary', 'binary-called-decimal'),
  })
  .map((more) => sketch(more));

it('whatever is answered is refused with its field, or makes a profile that holds together', () => {
  let made = 0;
  fc.assert(
    fc.property(anySketch, (answers) => {
      const parsed = Sketch.safeParse(answers);
      if (!parsed.success) return expect(parsed.error.issues.every(({ path }) => path.length > 0)).toBe(true);
      made += 1;
      const whole = DeviceProfile.safeParse(profileOfSketch(parsed.data, 'torvik-pilot'));
      expect(whole.error?.issues ?? []).toEqual([]);
    }),
    { numRuns: 300 },
  );
  expect(made).toBeGreaterThan(50);
});

it('a device of eight answers refuses what its answers speak against, and calls nothing else clear', () => {
  const modules = drives.filter(({ formFactor }) => /^\d{4,5}-/u.test(formFactor));
  const device = DeviceProfile.parse(taught());
  const verdicts = modules.map((drive) => {
    const setting = settingOf(device, {});
    const { worst, margins } = fit(setting, {
      drive,
      adapter: null,
      sink: null,
      pads: [],
      padBelow: null,
      caseChangeIds: [],
    });
    return { drive, worst, over: margins.filter(({ verdict }) => verdict === 'over').map(({ id }) => id) };
  });
  expect(verdicts.some(({ drive, over }) => drive.protocol !== 'NVMe' && over.includes('protocol'))).toBe(
    true,
  );
  expect(
    verdicts.filter(({ drive, over }) => !drive.formFactor.startsWith('2230') && !over.includes('length')),
  ).toEqual([]);
  expect(verdicts.filter(({ worst }) => worst.verdict === 'clear' || worst.verdict === 'tight')).toEqual([]);
  expect(verdicts.some(({ worst }) => worst.verdict === 'unknown')).toBe(true);
});

it.each([
  ['protocols', { protocols: [], lanes: null }, 'protocol'],
  ['key', { key: null }, 'key'],
] as const)('without its %s that check is unknown, whatever the drive', (_, more, id) => {
  const device = DeviceProfile.parse(taught(more));
  for (const drive of drives.filter(({ formFactor }) => formFactor.startsWith('2230'))) {
    const { margins } = fit(settingOf(device, {}), {
      drive,
      adapter: null,
      sink: null,
      pads: [],
      padBelow: null,
      caseChangeIds: [],
    });
    expect(margins.find((margin) => margin.id === id)?.verdict).toBe('unknown');
  }
});

it('a sink that goes on a device of which nobody knows whether it takes one is not called clear', () => {
  const device = DeviceProfile.parse(taught({ forms: ['2280'] }));
  const drive = drives.find(({ formFactor, ownSink }) => formFactor.startsWith('2280') && !ownSink)!;
  const { margins } = fit(settingOf(device, {}), {
    drive,
    adapter: null,
    sink: sinks[0] ?? null,
    pads: [],
    padBelow: null,
    caseChangeIds: [],
  });
  expect(margins.find(({ id }) => id === 'sink')?.verdict).toBe('unknown');
});

it.each([
  ['a disk beside a module', { forms: ['2230', '2.5-inch'] }, 'forms'],
  ['a key of a disk', { forms: ['3.5-inch'], lanes: null, protocols: ['SATA'] }, 'key'],
  ['four lanes of SATA', { protocols: ['SATA'] }, 'lanes'],
  ['four lanes through key B', { key: 'B' }, 'lanes'],
  ['nothing that goes in', { forms: [] }, 'forms'],
])('%s is refused at its field', (_, more, field) => {
  expect(Sketch.safeParse(sketch(more)).error?.issues.map(({ path }) => path[0])).toContain(field);
});

it('a copy takes figures over as that, and nothing of it counts as measured', () => {
  const wren = profile('braskit-wren');
  const copy = profileOfCopy(wren, { id: 'torvik-gull', maker: 'Torvik', name: 'Gull' });
  expect(DeviceProfile.safeParse(copy).error?.issues ?? []).toEqual([]);
  const origins: string[] = [];
  const walk = (value: unknown): void => {
    if (typeof value !== 'object' || value === null) return;
    const { known, origin } = value as { known?: boolean; origin?: { kind: string; note: string } };
    if (known === true && origin) origins.push(`${origin.kind} ${origin.note.slice(0, 30)}`);
    else Object.values(value).forEach(walk);
  };
  walk(copy);
  expect(origins.length).toBeGreaterThan(10);
  expect(new Set(origins)).toEqual(new Set(['default taken over from Braskit Wren, ']));
  expect(copy.procedure).toEqual(wren.procedure);
});

it('ids are made from any words', () => {
  expect(idFromWords('Torvik Pilot 2 (late)')).toBe('torvik-pilot-2-late');
  expect(idFromWords('Кесла')).toMatch(/^device-[a-z0-9]+$/u);
  expect(idFromWords('Кесла')).not.toBe(idFromWords('Кесло'));
  expect(idFromWords(`${'x'.repeat(59)} y`)).toBe('x'.repeat(59));
});

describe('figures as they are measured', () => {
  it('several readings give mean, spread and the interval for one more place, by hand', () => {
    // 5.00, 5.10, 5.20: mean 5.1, s 0.1; t(0.975, 2) = 4.303; 4.303 × 0.1 × √(4/3) = 0.4969; and 0.05 of the tool.
    const { mean, spread, least, most, estimate } = ofReadings([5, 5.1, 5.2], 0.05, {
      tool: 'caliper',
      ...said,
    });
    expect([mean, spread, least, most]).toEqual([expect.closeTo(5.1), expect.closeTo(0.1), 5, 5.2]);
    expect([estimate.minus, estimate.plus]).toEqual([expect.closeTo(0.5469, 3), expect.closeTo(0.5469, 3)]);
    expect(estimate.origin).toEqual({
      kind: 'measured',
      note: 'caliper, 3 readings, 95 % for one more, IM',
      at: '2026-11-27',
    });
    expect(ofReadings([5], 0.05, { tool: 'caliper', ...said }).estimate.plus).toBe(0.05);
  });

  const everywhere = profiles.flatMap((device) =>
    device.places.flatMap((place) => figuresOf(place).map((figure) => [device, place.id, figure] as const)),
  );
  const plausible = (figure: Figure) =>
    ({ mm: 4, N: 30, 'bytes/s': 2e9, GB: 1000, W: 5, generation: 4 })[figure.unit as 'mm'] ?? 1;

  it('each figure of each shipped device is entered where it stands, and nowhere else', () => {
    for (const [device, placeId, figure] of everywhere) {
      const entry: FigureEntry = {
        way: 'paper',
        placeId,
        figureId: figure.id,
        value: plausible(figure),
        minus: 0,
        plus: 0,
        source: 'note',
        at: '2026-01-02',
      };
      const next = unsafeValue(enterFigure(device, entry, said));
      const place = next.places.find(({ id }) => id === placeId)!;
      expect(figureAt(place, figure)).toMatchObject({
        value: plausible(figure),
        origin: { note: 'note; typed in by IM', at: '2026-01-02' },
      });
      const back = unsafeValue(enterFigure(next, { way: 'unknown', placeId, figureId: figure.id }, said));
      expect(
        figureAt(
          back.places.find(({ id }) => id === placeId)!,
          figure,
        ),
      ).toMatchObject({ known: false });
      for (const other of figuresOf(place).filter(({ id }) => id !== figure.id))
        expect(figureAt(place, other)).toEqual(
          figureAt(
            device.places.find(({ id }) => id === placeId)!,
            other,
          ),
        );
    }
    expect(everywhere.length).toBeGreaterThan(60);
  });

  it('each plain answer is given, and taken back', () => {
    for (const device of [...profiles, taught()])
      for (const { id: placeId } of device.places)
        for (const { id: figureId, options } of plainAnswersOf(
          device.places.find(({ id }) => id === placeId)!,
        ))
          for (const value of [...options.map((option) => option.value), null]) {
            const next = unsafeValue(
              enterFigure(device, { way: 'answer', placeId, figureId, value }, said),
            ).places.find(({ id }) => id === placeId)!;
            expect(plainAnswersOf(next).find(({ id }) => id === figureId)?.now ?? null).toBe(value);
          }
  });

  it.each([
    ['a figure that the place does not have', { figureId: 'form.gone' }, 'not-found'],
    ['a place that the device does not have', { placeId: 'gone' }, 'not-found'],
    ['metres for millimetres', { value: 4000 }, 'range'],
  ])('%s is refused', (_, more, code) => {
    const entry = FigureEntry.parse({
      way: 'paper',
      placeId: 'drive',
      figureId: 'form.coverMm',
      value: 4,
      minus: 0,
      plus: 0,
      source: 'note',
      at: '2026-01-02',
      ...more,
    });
    expect(enterFigure(taught(), entry, said)).toMatchObject({ ok: false, fault: { code } });
  });

  it('an answer that is none of its options is refused', () => {
    expect(
      enterFigure(taught(), { way: 'answer', placeId: 'drive', figureId: 'lanes', value: '3' }, said),
    ).toMatchObject({ ok: false, fault: { code: 'not-found' } });
  });
});
