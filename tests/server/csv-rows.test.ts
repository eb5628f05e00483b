import fc from 'fast-check';
import { csvRows } from '@/server/csv-rows';

const read = (text: string, most = 100) => {
  const table = csvRows(text, most);
  if (!table.ok) return table.fault.code;
  return table.value.rows.map(({ line, row }) => [line, row.a]);
};

it('each row has the line of the file that it begins on, whatever stands in quotes or is empty', () => {
  expect(read('a;b\n1;2\n\n"3\nand";4\r\n\n5;6\n')).toEqual([
    [2, '1'],
    [4, '3\nand'],
    [7, '5'],
  ]);
  expect(read('"a\nx";b\n1;2')).toEqual([[3, undefined]]);
  expect(read('\uFEFFa,b\n1,2')).toEqual([[2, '1']]);
  expect(read('a\tb\n1\t2')).toEqual([[2, '1']]);
});

it('the line is right for any cells', () => {
  const cell = fc.string({ unit: fc.constantFrom('x', ' ', ';', '\n', '"'), maxLength: 6 });
  fc.assert(
    fc.property(fc.array(fc.tuple(cell, cell), { maxLength: 12 }), (rows) => {
      const quoted = rows.map((cells) => cells.map((text) => `"${text.replaceAll('"', '""')}"`).join(';'));
      const lines: number[] = [];
      let line = 2;
      for (const [i, text] of quoted.entries()) {
        if (rows[i]?.some((one) => one.trim() !== '')) lines.push(line);
        line += text.split('\n').length;
      }
      const found = csvRows(['a;b', ...quoted].join('\n'), 100);
      expect(found.ok && found.value.rows.map((row) => row.line)).toEqual(lines);
    }),
  );
});

it('nothing is left out of a file that is too long', () => {
  const rows = (count: number) => `a;b\n${'1;2\n'.repeat(count)}`;
  expect(read(rows(10), 10)).toHaveLength(10);
  expect(read(rows(11), 10)).toBe('too-long');
  // Empty lines count for nothing, but more than are looked at are not passed over in silence.
  expect(read(`a;b\n${'\n'.repeat(50)}1;2\n`, 10)).toBe('too-long');
});
