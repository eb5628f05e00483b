import Papa from 'papaparse';
import type { TableReader } from '@/core/placement';

/** Rows of a CSV with headings, whatever separates them. */
export const readTable: TableReader = (text, headingOf) =>
  Papa.parse<Record<string, string>>(text, {
    header: true,
    skipEmptyLines: 'greedy',
    transformHeader: headingOf,
  }).data;
