import { numberFormat } from './number-format';
import { type Result, ok, refuse } from '../result';
import { clip, parseDecimal, splitUnit } from './decimal';

const lengths: Record<string, number> = { '': 1, mm: 1, cm: 10, µm: 0.001, um: 0.001, in: 25.4, '"': 25.4 };

/** Millimetres from "4.5 mm", "4,5", "0.45 cm", "1.8 in" (25.4 mm exactly, ISO 80000-3); no unit means mm. */
export function parseLengthMm(text: string): Result<number> {
  const { number, unit } = splitUnit(text);
  const factor = lengths[unit.toLowerCase()];
  if (factor === undefined) {
    return refuse(
      'unit-unknown',
      `“${clip(unit)}” is not a unit of length.`,
      'Type millimetres, such as 4.5 mm.',
    );
  }
  const parsed = parseDecimal(number);
  return parsed.ok ? ok(parsed.value * factor) : parsed;
}

/** "4.50 mm": two decimals, since a tenth is what a caliper shows and a hundredth is what decides. */
export const showLengthMm = (mm: number, locale = 'en-GB', digits = 2): string =>
  `${numberFormat(locale, { minimumFractionDigits: digits, maximumFractionDigits: digits }).format(mm)} mm`;
