import type { Part } from '../part';

/** A row as a table has it: column name to cell text. */
export type Row = Record<string, string>;

/** What is wrong in a line of an import: where, what, and how to mend it. `row` is the file’s own line, counted from 1. */
export type ImportFault = { row: number; column: string; fault: string; fix: string };

export type Json = null | boolean | number | string | Json[] | { [key: string]: Json };

/** A part as a row: one column for each figure, named by its path, such as `chipTopMm.value`. Loses nothing. */
export function rowOf(part: Part): Row {
  const row: Row = {};
  const walk = (value: Json, path: string) => {
    if (Array.isArray(value)) {
      if (value.length === 0) row[path] = '[]';
      value.forEach((inner, i) => walk(inner, `${path}.${i}`));
    } else if (value !== null && typeof value === 'object') {
      const entries = Object.entries(value);
      if (entries.length === 0) row[path] = '{}';
      for (const [key, inner] of entries) if (inner !== undefined) walk(inner, path ? `${path}.${key}` : key);
    } else row[path] = value === null ? 'null' : String(value);
  };
  walk(part as unknown as Json, '');
  return row;
}

/** All columns of some rows: those of the first row in its order, then what later ones add. */
export const columnsOf = (rows: Row[]): string[] => [...new Set(rows.flatMap((row) => Object.keys(row)))];
