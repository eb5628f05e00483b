import { type ImportFault, type Row, partOfRow } from '@/core/exchange';
import type { Part, PartKind } from '@/core/part';

/** The part that a row makes, or what is wrong with it by column. */
export function readRow(
  kind: PartKind,
  row: Row,
  currency: string,
): { part: Part | null; faults: ImportFault[] } {
  const result = partOfRow(kind, row, 1, currency);
  if ('part' in result) return { part: result.part, faults: [] };
  const faults = result.faults.map((one) =>
    /^measured\..*\.(minus|plus)$/u.test(one.column)
      ? {
          ...one,
          fault: 'A measure has its give-or-take.',
          fix: 'Type the smallest division of what it was measured with.',
        }
      : one,
  );
  return { part: null, faults };
}
