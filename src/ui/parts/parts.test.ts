import { partOfRow, rowOf } from '@/core/exchange';
import { adapters, cases, drive, drives, pads, sinks } from '@/core/fit/demo.test.data';
import { type Part, kindOf } from '@/core/part';
import { ageYears, partFigures, partLine, partName } from './figures';
import {
  type PartField,
  fieldGroups,
  fieldText,
  idFrom,
  measuredFields,
  spreadText,
  typeField,
} from './part-fields';
import { silhouetteOf } from './silhouette-geometry';

const all: Part[] = [...drives, ...sinks, ...pads, ...adapters, ...cases];
const options = { locale: 'en-GB' };

describe('figures of a part', () => {
  it('are all said, with their origin, for every part that ships', () => {
    for (const part of all) {
      const figures = partFigures(part, options);
      expect(figures.length).toBeGreaterThan(2);
      for (const { label, shown, origin } of figures)
        expect(`${label} ${shown} ${origin}`).not.toMatch(/undefined|NaN|\[object/u);
      expect(`${partName(part, 'en-GB')} ${partLine(part, options)}`).not.toMatch(/undefined|NaN/u);
    }
  });

  it('say “not known” where the paper is silent, and never a number instead', () => {
    const figures = partFigures(drive('nerrow-hearth-2000'), options);
    const shown = (label: string) => figures.find((figure) => figure.label === label)!.shown;
    expect([
      shown('Peak draw'),
      shown('Power, idle'),
      shown('Endurance'),
      shown('Warning temperature'),
    ]).toEqual(Array.from({ length: 4 }, () => 'not known'));
    expect(shown('Chips above the board')).toBe('1.50 mm at most');
  });

  it('keep in sight what a measure took the place of', () => {
    const origin = { kind: 'measured', note: 'caliper', at: '2026-11-20' } as const;
    const measured = {
      ...drive('pirrin-seam-1000'),
      measured: {
        chipTopMm: { known: true as const, value: 0.9, minus: 0.02, plus: 0.02, origin },
        readBytesPerS: { known: true as const, value: 6.5e9, minus: 0, plus: 0, origin },
      },
    };
    const figures = partFigures(measured, options);
    expect(figures.find(({ label }) => label === 'Chips above the board')).toMatchObject({
      shown: '0.90 ±0.02 mm',
      instead: '0.82 ±0.03 mm',
      at: '2026-11-20',
    });
    expect(figures.find(({ label }) => label === 'Reads')).toMatchObject({ instead: '6,900 MB/s' });
  });

  it('grow old', () => {
    expect(ageYears('2024-11-24', '2026-11-24T08:00:00Z')).toBeCloseTo(2, 1);
    expect(ageYears(null, '2026-11-24T08:00:00Z')).toBeNull();
  });
});

describe('the form of a part', () => {
  const fieldsOf = (part: Part): PartField[] => fieldGroups(kindOf(part)).flatMap(({ fields }) => fields);

  it('typed over with what it shows, field by field, leaves every shipped part as it was', () => {
    for (const part of all) {
      let row = rowOf(part);
      for (const field of fieldsOf(part)) {
        const text = fieldText(row, field);
        if (text === '' || field.path === 'price') continue;
        const figure = { spread: spreadText(row, field), measuredAt: null, source: part.source };
        const next = typeField(row, field, text, figure);
        // A figure that somebody measured stays measured; typed anew it is of the paper that is named.
        if (field.kind !== 'figure') row = next;
        const result = partOfRow(kindOf(part), next, 1, 'EUR');
        expect('part' in result ? [] : result.faults).toEqual([]);
      }
      expect(partOfRow(kindOf(part), row, 1, 'EUR')).toEqual({ part });
    }
  });

  it('takes a figure out altogether when it is emptied: then it is not known', () => {
    const part = drive('ostrel-marl-2000');
    const peak = fieldsOf(part).find(({ path }) => path === 'peakPowerW')!;
    const result = partOfRow('drive', typeField(rowOf(part), peak, ''), 1, 'EUR');
    expect('part' in result && 'peakPowerW' in result.part).toBe(false);
  });

  it('writes a measure beside the paper’s figure, with its day', () => {
    const part = drive('kelvane-vesper-2000');
    const [chips] = measuredFields;
    const row = typeField(rowOf(part), chips!, '1,05', {
      spread: '0,02',
      measuredAt: '2026-11-25',
      source: 'x',
    });
    expect(partOfRow('drive', row, 1, 'EUR')).toMatchObject({
      part: {
        measured: { chipTopMm: { value: 1.05, plus: 0.02, origin: { kind: 'measured', at: '2026-11-25' } } },
      },
    });
  });

  it('shows rates in MB/s, lists with commas, curves in pairs, and makes an id from the name', () => {
    const marl = rowOf(drive('ostrel-marl-2000'));
    const field = (path: string) =>
      fieldGroups('drive')
        .flatMap(({ fields }) => fields)
        .find((one) => one.path === path)!;
    expect(fieldText(marl, field('readBytesPerS'))).toBe('7100');
    expect(typeField(marl, field('readBytesPerS'), '6.500,5'.replace('.', ''))['readBytesPerS']).toBe(
      '6500500000',
    );
    const padFields = fieldGroups('pad').flatMap(({ fields }) => fields);
    expect(
      fieldText(
        rowOf(pads[0]!),
        padFields.find(({ path }) => path === 'pressureCurve')!,
      ),
    ).toMatch(/^0 0, 10 8, /u);
    expect(idFrom({ maker: 'Ostrel & Son', model: 'Märl 5', labelGB: '2000' })).toBe(
      'ostrel-son-m-rl-5-2000',
    );
    expect(fieldGroups('drive').map(({ title }) => title)).toContain('Power and heat');
  });
});

describe('a part from the side', () => {
  it('is drawn from its own figures, dashed where only a maximum is known', () => {
    for (const part of all) {
      const { boxes, lowMm, highMm, lengthMm } = silhouetteOf(part);
      expect(boxes.length).toBeGreaterThan(0);
      expect(highMm).toBeGreaterThan(lowMm);
      for (const { fromMm, toMm, lowMm: low, highMm: high } of boxes) {
        expect(toMm).toBeGreaterThan(fromMm);
        expect(high).toBeGreaterThanOrEqual(low);
        expect(toMm).toBeLessThanOrEqual(lengthMm + 1e-9);
      }
    }
    const chips = (id: string) => silhouetteOf(drive(id)).boxes.filter(({ fill }) => fill === 'var(--chip)');
    expect(chips('pirrin-seam-2000').map(({ highMm, dashed }) => [highMm, dashed])).toEqual(
      Array.from({ length: 3 }, () => [expect.closeTo(1.62), false]),
    );
    expect(chips('kelvane-vesper-2000').every(({ dashed }) => dashed)).toBe(true);
    // Double-sided: two more below, and those too are only a maximum.
    expect(chips('kelvane-dusk-2000').filter(({ lowMm }) => lowMm < 0)).toHaveLength(2);
  });
});
