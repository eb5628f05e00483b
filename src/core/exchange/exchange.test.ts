import fc from 'fast-check';
import { adapters, cases, drives, pads, sinks } from '../fit/demo.test.data';
import { Part, kindOf } from '../part';
import { columnsOf, doubleIds, guardCell, nestingDepth, partOfRow, partsOfJson, rowOf, unguardCell } from '.';

const all: Part[] = [...drives, ...sinks, ...pads, ...adapters, ...cases];
const read = (row: Record<string, string>, kind: Parameters<typeof partOfRow>[0] = 'drive') =>
  partOfRow(kind, row, 1, 'EUR');
const faults = (row: Record<string, string>) => {
  const result = read(row);
  return 'faults' in result
    ? result.faults.map(({ column, fault, fix }) => `${column}: ${fault} ${fix}`).join('\n')
    : '';
};

/** A line as a person writes it. */
const typed = {
  id: 'my-drive',
  maker: 'Ostrel',
  model: 'Marl',
  formFactor: '2280-S3-M',
  protocol: 'NVMe',
  labelGB: '1000',
  sectorBytes: '512',
  linkGeneration: '4',
  lanes: '4',
  'read MB/s': '7000',
  'write MB/s': '6000,5',
  'kept-up write MB/s': '900',
  price: '99,90',
};

describe('rows', () => {
  it('lose nothing: every shipped part comes back as it was', () => {
    for (const part of all) expect(partOfRow(kindOf(part), rowOf(part), 1, 'USD')).toEqual({ part });
    expect(all.length).toBeGreaterThan(80);
    // Through cells of one common table too, where columns of others stand empty.
    const rows = drives.map(rowOf);
    const columns = columnsOf(rows);
    rows.forEach((row, i) => {
      const cells = Object.fromEntries(
        columns.map((column) => [column, unguardCell(guardCell(row[column] ?? ''))]),
      );
      expect(read(cells)).toEqual({ part: drives[i] });
    });
  });

  it('are read as people type them: decimal commas, handy units, figures without a tolerance', () => {
    const result = read({ ...typed, chipTopMm: '1,25', duty: '', onShelf: '2' });
    expect(result).toMatchObject({
      part: {
        readBytesPerS: 7e9,
        writeBytesPerS: 6000.5e6,
        price: { minor: 9990, currency: 'EUR' },
        onShelf: 2,
        // Never a tolerance of zero: the default is stated with the figure.
        chipTopMm: {
          value: 1.25,
          minus: expect.closeTo(0.0625),
          origin: { note: expect.stringContaining('±5 % by default') },
        },
      },
    });
  });

  it.each([
    [{ formFactor: '2280-S9-M' }, /formFactor: .*“S9” is no height class.*one of S1/u],
    [{ labelGB: 'many' }, /labelGB: “many” is not a number/u],
    [{ labelGB: '1,000' }, /labelGB: “1,000” could be 1000 or 1/u],
    [{ price: 'free' }, /price: “free” is not a number/u],
    [{ currency: 'euro' }, /currency: “EURO” is no currency/u],
    [{ colour: 'red' }, /colour: There is no such figure of a drive/u],
    [{ 'read MB/s': '7000000' }, /readBytesPerS: .*check the unit/u],
    [{ '__proto__.polluted': 'yes' }, /There is no such figure/u],
    [{ maker: '' }, /maker: /u],
  ])('name column, fault and fix of %j', (more, why) => {
    expect(faults({ ...typed, ...more })).toMatch(why);
    expect(({} as { polluted?: string }).polluted).toBeUndefined();
  });

  it('with one id twice are a fault of the second', () => {
    const [part] = drives;
    expect(
      doubleIds([
        { part: part!, row: 1 },
        { part: part!, row: 7 },
      ]),
    ).toEqual([expect.objectContaining({ row: 7, column: 'id', fault: expect.stringContaining('line 1') })]);
  });

  it('never throw, whatever stands in the cells', () => {
    const anyRow = fc.dictionary(
      fc.oneof(fc.constantFrom(...Object.keys(typed), 'chipTopMm.value'), fc.string()),
      fc.string(),
    );
    fc.assert(
      fc.property(anyRow, (row) => {
        const result = read(row);
        return 'part' in result || result.faults.length > 0;
      }),
    );
  });
});

describe('JSON', () => {
  it('gives parts of any kind, and says of each what is wrong', () => {
    const { parts, faults: wrong } = partsOfJson([
      drives[0],
      pads[0],
      { schema: 'else' },
      7,
      { ...pads[1], squeezePercent: { from: 50, to: 10 } },
    ]);
    expect(parts.map(({ row }) => row)).toEqual([1, 2]);
    expect(wrong.map(({ row, column }) => `${row} ${column}`)).toEqual([
      '3 schema',
      '4 schema',
      expect.stringMatching(/^5 squeezePercent/u),
    ]);
  });

  it('is measured for depth before it is parsed', () => {
    expect(nestingDepth('{"a":[1,{"b":"[[[["}]}', 100)).toBe(3);
    expect(nestingDepth('['.repeat(1000), 100)).toBe(101);
    expect(nestingDepth('"\\"[["', 100)).toBe(0);
  });
});

describe('cells', () => {
  it('cannot become formulas of a spreadsheet, and come back as they were', () => {
    expect(guardCell('=1+1')).toBe("'=1+1");
    expect(['-5', '+3'].map(guardCell)).toEqual(['-5', "'+3"]);
    fc.assert(
      fc.property(fc.string(), (text) => {
        const cell = guardCell(text);
        return (
          unguardCell(cell) === text && (!/^[=+@\t\r]/u.test(cell) || cell === text) && !/^[=@]/u.test(cell)
        );
      }),
    );
  });
});
