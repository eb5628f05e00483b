import Papa from 'papaparse';
import { unguardCell } from '@/core/exchange';
import { type Result, ok, refuse } from '@/core/result';

export type CsvRow = { row: Record<string, string>; line: number };
export type CsvRows = { columns: string[]; rows: CsvRow[]; broken: { line: number; message: string }[] };

const isEmpty = (row: Record<string, unknown>): boolean =>
  Object.values(row).every((cell) => typeof cell !== 'string' || cell.trim() === '');

/** What separates the columns: whichever of the three stands most often in the heading, outside of quotes. */
function separatorOf(text: string): string {
  const [heading = ''] = text
    .slice(0, 20_000)
    .replace(/"[^"]*"/gu, '')
    .split(/[\r\n]/u, 1);
  const count = (mark: string) => heading.split(mark).length - 1;
  return [',', ';', '\t'].reduce((best, mark) => (count(mark) > count(best) ? mark : best));
}

/**
 * The rows of a CSV text, each with the line of the file that it begins on: the heading is the first, quoted cells may go over several,
 * empty lines count and are left out.
 */
export function csvRows(text: string, mostRows: number): Result<CsvRows> {
  const bare = text.replace(/^\uFEFF/u, '');
  const table = Papa.parse<Record<string, string>>(bare, {
    header: true,
    delimiter: separatorOf(bare),
    skipEmptyLines: false,
    transformHeader: (name) => name.trim(),
    preview: 2 * mostRows + 1,
  });
  const columns = table.meta.fields ?? [];
  // Where lines end by a single mark, another one in a cell is no line.
  const mark = table.meta.linebreak === '\r' ? '\r' : '\n';
  const newlines = (cell: string): number => cell.split(mark).length - 1;
  let line = 2 + columns.reduce((sum, name) => sum + newlines(name), 0);
  const lineOf: number[] = [];
  const rows: CsvRow[] = [];
  for (const row of table.data) {
    lineOf.push(line);
    if (!isEmpty(row))
      rows.push({
        line,
        row: Object.fromEntries(
          Object.entries(row).map(([name, cell]) => [
            name,
            typeof cell === 'string' ? unguardCell(cell) : '',
          ]),
        ),
      });
    line +=
      1 + Object.values(row).reduce((sum, cell) => sum + (typeof cell === 'string' ? newlines(cell) : 0), 0);
  }
  if (rows.length > mostRows || table.meta.truncated)
    return refuse(
      'too-long',
      `More than ${mostRows} lines.`,
      'Split the file and import the parts one after another.',
    );
  const kept = new Set(rows.map((row) => row.line));
  const broken = table.errors.flatMap(({ row, message }) => {
    const at = row === undefined ? undefined : lineOf[row];
    return at !== undefined && kept.has(at) ? [{ line: at, message }] : [];
  });
  return ok({ columns, rows, broken });
}
