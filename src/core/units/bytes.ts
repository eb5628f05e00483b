import { numberFormat } from './number-format';
import { type Result, ok, refuse } from '../result';
import { clip, parseDecimal, splitUnit } from './decimal';

/** Decimal prefixes: ISO 80000-1. Binary prefixes: IEC 80000-13. */
const sizes: Record<string, number> = {
  b: 1,
  byte: 1,
  bytes: 1,
  kb: 1e3,
  mb: 1e6,
  gb: 1e9,
  tb: 1e12,
  kib: 2 ** 10,
  mib: 2 ** 20,
  gib: 2 ** 30,
  tib: 2 ** 40,
};

/** Bytes from "2 TB", "1,81 TiB", "512GB"; a bare number is refused, since its unit would be a guess. */
export function parseBytes(text: string): Result<number> {
  const { number, unit } = splitUnit(text);
  const factor = sizes[unit.toLowerCase()];
  if (factor === undefined) {
    return refuse(
      'unit-missing',
      unit ? `“${clip(unit)}” is not a unit of size.` : `“${clip(text)}” has no unit.`,
      'Add one of B, kB, MB, GB, TB (thousands) or KiB, MiB, GiB, TiB (1024s), such as 512 GB.',
    );
  }
  const parsed = parseDecimal(number);
  if (!parsed.ok) return parsed;
  const bytes = Math.round(parsed.value * factor);
  if (!Number.isSafeInteger(bytes)) {
    return refuse('too-large', `${clip(text)} is larger than any drive.`, 'Check the number and its unit.');
  }
  return ok(bytes);
}

/**
 * How a device shows capacity: decimal units, binary units by their right names,
 * or binary units under decimal names (many systems: 2³⁰ bytes "called GB").
 */
export type SizeHabit = 'decimal' | 'binary' | 'binary-called-decimal';

const ladders: Record<SizeHabit, { step: number; names: string[] }> = {
  decimal: { step: 1000, names: ['B', 'kB', 'MB', 'GB', 'TB'] },
  binary: { step: 1024, names: ['B', 'KiB', 'MiB', 'GiB', 'TiB'] },
  'binary-called-decimal': { step: 1024, names: ['B', 'KB', 'MB', 'GB', 'TB'] },
};

/** Shows bytes with three significant figures or `digits` decimals: 2_000_398_934_016 → "2 TB" or "1.82 TiB". */
export function showBytes(
  bytes: number,
  {
    habit = 'decimal',
    digits,
    locale = 'en-GB',
  }: { habit?: SizeHabit; digits?: number; locale?: string } = {},
): string {
  const { step, names } = ladders[habit];
  let rung = 0;
  let value = bytes;
  while (Math.abs(value) >= step && rung < names.length - 1) {
    value /= step;
    rung += 1;
  }
  const options =
    rung === 0
      ? { maximumFractionDigits: 0 }
      : digits === undefined
        ? { maximumSignificantDigits: Math.abs(value) >= 1000 ? 4 : 3 }
        : { minimumFractionDigits: digits, maximumFractionDigits: digits };
  return `${numberFormat(locale, options).format(value)} ${names[rung]}`;
}
