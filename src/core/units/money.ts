import { numberFormat } from './number-format';
import { type Result, ok, refuse } from '../result';
import { clip, parseDecimal } from './decimal';
import type { Money } from './money-schema';

/** Decimals of the currency's minor unit (2 for most, 0 or 3 for some), from the runtime's ISO 4217 data. */
export const minorDigits = (currency: string): number =>
  numberFormat('en', { style: 'currency', currency }).resolvedOptions().maximumFractionDigits ?? 2;

/** An amount as typed, "168" or "168,50", in the given currency; more decimals than the currency has are refused. */
export function parseMoney(text: string, currency: string): Result<Money> {
  const digits = minorDigits(currency);
  const parsed = parseDecimal(text);
  if (!parsed.ok) return parsed;
  const decimals = /[.,](\d+)\s*$/u.exec(text)?.[1]?.length ?? 0;
  if (decimals > digits) {
    return refuse(
      'too-precise',
      `“${clip(text)}” has more decimals than ${currency}.`,
      `Use at most ${digits}.`,
    );
  }
  // The typed decimals are at most the minor unit's, so the product is whole up to rounding noise.
  return ok({ minor: Math.round(parsed.value * 10 ** digits), currency });
}

export const showMoney = ({ minor, currency }: Money, locale = 'en-GB'): string =>
  numberFormat(locale, { style: 'currency', currency, currencyDisplay: 'code' }).format(
    minor / 10 ** minorDigits(currency),
  );

/** A price per gigabyte, "0.080": the currency's own decimals and one more, since it is compared. */
export function showPerGB(minorPerGB: number, currency: string, locale = 'en-GB'): string {
  const digits = minorDigits(currency);
  const options = { minimumFractionDigits: digits + 1, maximumFractionDigits: digits + 1 };
  return numberFormat(locale, options).format(minorPerGB / 10 ** digits);
}

/** Sums, one for each currency that occurs, in the order of their codes. Currencies are never added together. */
export function totals(amounts: Money[]): Money[] {
  const sums = new Map<string, number>();
  for (const { minor, currency } of amounts) sums.set(currency, (sums.get(currency) ?? 0) + minor);
  return [...sums].sort(([a], [b]) => (a < b ? -1 : 1)).map(([currency, minor]) => ({ minor, currency }));
}
