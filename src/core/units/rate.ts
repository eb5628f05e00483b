import { numberFormat } from './number-format';
import { type Result, ok, refuse } from '../result';
import { clip, parseDecimal, splitUnit } from './decimal';

const rates: Record<string, number> = {
  'b/s': 1,
  'kb/s': 1e3,
  'mb/s': 1e6,
  'gb/s': 1e9,
  'mib/s': 2 ** 20,
  'gib/s': 2 ** 30,
  'mbit/s': 1e6 / 8,
  'gbit/s': 1e9 / 8,
};

/** Bytes per second from "6 950 MB/s", "10 Gbit/s"; the unit is required: megabit and megabyte differ by eight. */
export function parseRate(text: string): Result<number> {
  const { number, unit } = splitUnit(text);
  const factor = rates[unit.toLowerCase()];
  if (factor === undefined) {
    return refuse(
      'unit-missing',
      unit ? `“${clip(unit)}” is not a unit of speed.` : `“${clip(text)}” has no unit.`,
      'Add MB/s (megabytes) or Mbit/s (megabits): they differ by eight.',
    );
  }
  const parsed = parseDecimal(number);
  return parsed.ok ? ok(Math.round(parsed.value * factor)) : parsed;
}

/** "6,950 MB/s": whole megabytes per second, one decimal below 100. */
export function showRate(bytesPerS: number, locale = 'en-GB'): string {
  const value = bytesPerS / 1e6;
  return `${numberFormat(locale, { maximumFractionDigits: Math.abs(value) < 100 ? 1 : 0 }).format(value)} MB/s`;
}
