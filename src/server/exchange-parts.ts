import Papa from 'papaparse';
import * as z from 'zod';
import {
  type ImportFault,
  columnsOf,
  doubleIds,
  entryLines,
  guardCell,
  nestingDepth,
  partOfRow,
  partsOfJson,
  rowOf,
} from '@/core/exchange';
import { type Part, PartKind } from '@/core/part';
import { type Result, ok, refuse } from '@/core/result';
import { csvRows } from './csv-rows';
import { importAll, othersTurn } from './import-rows';
import { knownIds, partsOfKind } from './parts';
import type { Runtime } from './runtime';
import { formFault } from './take-in-device';
import { readSettings } from './workshop';

const mostRows = 20_000;
const mostFaults = 200;
const deepest = 100;
/** Lines that are read in one go; behind them others have their turn. */
const rowsBetweenTurns = 40;

export const ImportRequest = z.object({
  kind: PartKind,
  format: z.enum(['csv', 'json']),
  text: z.string(),
  /** False only shows what would happen. */
  commit: z.boolean().default(false),
});

export type ImportPreview = {
  lines: number;
  good: number;
  faults: ImportFault[];
  moreFaults: number;
  newIds: number;
  changedIds: number;
  /** The first parts that were understood, to look at. */
  sample: Part[];
  imported: boolean;
};

type Read = { parts: { part: Part; row: number }[]; faults: ImportFault[]; lines: number };

async function readCsv(kind: PartKind, text: string, currency: string): Promise<Result<Read>> {
  await othersTurn();
  const table = csvRows(text, mostRows);
  if (!table.ok) return table;
  const { columns, rows, broken } = table.value;
  if (columns.length < 2 || !columns.includes('id'))
    return refuse(
      'no-table',
      columns.length < 2 ? 'No columns were found in this file.' : 'The first line names no column “id”.',
      'The first line names the columns, separated by commas, semicolons or tabs. Export a kind to see them.',
    );
  const read: Read = { parts: [], faults: [], lines: rows.length };
  for (const { line, message } of broken)
    read.faults.push({
      row: line,
      column: 'the whole line',
      fault: message,
      fix: 'Check quotes and separators in this line.',
    });
  for (const [i, { row, line }] of rows.entries()) {
    const result = partOfRow(kind, row, line, currency);
    if ('part' in result) read.parts.push({ part: result.part, row: line });
    else read.faults.push(...result.faults);
    if (i % rowsBetweenTurns === 0) await othersTurn();
  }
  return ok(read);
}

async function readJson(text: string): Promise<Result<Read>> {
  // Each look at a file of megabytes takes a while: others have their turn in between.
  await othersTurn();
  if (nestingDepth(text, deepest) > deepest)
    return refuse(
      'too-deep',
      `This JSON is nested more than ${deepest} deep.`,
      'Parts are flat: check what wrote this file.',
    );
  await othersTurn();
  let data: unknown;
  try {
    data = JSON.parse(text.replace(/^\uFEFF/u, ''));
  } catch {
    return refuse(
      'no-json',
      'This is not JSON.',
      'Export a kind as JSON to see the form, or import the file as CSV.',
    );
  }
  await othersTurn();
  const list = Array.isArray(data) ? data : [data];
  const lines = entryLines(text);
  if (list.length > mostRows)
    return refuse(
      'too-long',
      `More than ${mostRows} parts.`,
      'Split the file and import the parts one after another.',
    );
  const read: Read = { parts: [], faults: [], lines: list.length };
  for (let from = 0; from < list.length; from += rowsBetweenTurns) {
    const { parts, faults } = partsOfJson(list.slice(from, from + rowsBetweenTurns));
    read.parts.push(...parts.map(({ part, row }) => ({ part, row: lines[row - 1 + from] ?? row + from })));
    read.faults.push(
      ...faults.map((fault) => ({
        ...fault,
        row: lines[fault.row - 1 + from] ?? fault.row + from,
      })),
    );
    await othersTurn();
  }
  return ok(read);
}

/**
 * Reads a file of parts and says line by line what is wrong; with `commit` and no fault anywhere, all of it goes in,
 * in one transaction, or nothing.
 */
export async function importParts(runtime: Runtime, form: unknown): Promise<Result<ImportPreview>> {
  const parsed = ImportRequest.safeParse(form);
  if (!parsed.success) return formFault(parsed.error);
  const { kind, format, text, commit } = parsed.data;
  const { currency } = await readSettings(runtime.database);
  const read = format === 'csv' ? await readCsv(kind, text, currency) : await readJson(text);
  if (!read.ok) return read;
  const { parts, lines } = read.value;
  if (lines === 0) return refuse('empty', 'There is no line in this file.', 'Choose another file.');
  const faults = [...read.value.faults, ...doubleIds(parts)].sort((a, b) => a.row - b.row);
  const known = await knownIds(
    runtime.database,
    parts.map(({ part }) => part.id),
  );
  const imported = commit && faults.length === 0;
  if (imported)
    await importAll(
      runtime.database,
      parts.map(({ part }) => part),
    );
  return ok({
    lines,
    good: parts.length,
    faults: faults.slice(0, mostFaults),
    moreFaults: Math.max(0, faults.length - mostFaults),
    newIds: parts.length - known.length,
    changedIds: known.length,
    sample: parts.slice(0, 5).map(({ part }) => part),
    imported,
  });
}

/** All parts of a kind as a file that an import reads again without loss. */
export async function exportParts(runtime: Runtime, kind: PartKind, format: 'csv' | 'json'): Promise<string> {
  const parts = await partsOfKind(runtime.database, kind);
  if (format === 'json') return `${JSON.stringify(parts, null, 2)}\n`;
  const rows = parts.map(rowOf);
  const columns = columnsOf(rows);
  return Papa.unparse({
    fields: columns,
    data: rows.map((row) => columns.map((column) => guardCell(row[column] ?? ''))),
  });
}
