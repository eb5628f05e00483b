import { numberFormat } from './number-format';
import type { Estimate, Limit, Margin, MarginUnit, Named } from '../margin';
import { type SizeHabit, showBytes } from './bytes';
import { showDuration } from './duration';
import { showLengthMm } from './length';
import { showMoney } from './money';
import { showRate } from './rate';

export type ShowOptions = { locale?: string; habit?: SizeHabit; currency?: string };

/** A number in a margin's unit, with the unit. */
export function showValue(
  value: number,
  unit: MarginUnit,
  { locale = 'en-GB', habit = 'decimal', currency }: ShowOptions = {},
): string {
  const plain = (digits: number) => numberFormat(locale, { maximumFractionDigits: digits }).format(value);
  switch (unit) {
    case 'mm':
      return showLengthMm(value, locale);
    case '%':
      return `${plain(Math.abs(value) < 10 ? 1 : 0)} %`;
    case 'bytes':
      return showBytes(value, { locale, habit });
    case 'bytes/s':
      return showRate(value, locale);
    case 'GB':
      return `${plain(0)} GB`;
    case 'sectors':
      return `${plain(0)} sectors`;
    case 'generation':
      return `gen ${plain(0)}`;
    case 'seconds':
      return showDuration(value);
    case '°C':
      return `${plain(0)} °C`;
    case 'W':
      return `${plain(Math.abs(value) < 1 ? 2 : 1)} W`;
    case 'N':
      return `${plain(Math.abs(value) < 10 ? 1 : 0)} N`;
    case 'years':
      return `${plain(Math.abs(value) < 10 ? 1 : 0)} years`;
    case 'money':
      return currency ? showMoney({ minor: Math.round(value), currency }, locale) : plain(0);
    case 'lanes':
      return `×${plain(0)}`;
    case 'count':
    case 'none':
      return plain(2);
  }
}

/** Value with its uncertainty: "9.10 ±0.21 mm", "1.35 mm at most", "12 % (3–22)"; "not known" where it is missing. */
export function showEstimate(e: Estimate | Named, unit: MarginUnit, options?: ShowOptions): string {
  if (!e.known) return 'not known';
  if ('name' in e) return e.name;
  const shown = showValue(e.value, unit, options);
  if (e.minus === null && e.plus === null) return `${shown}, sides not known`;
  if (e.minus === null) return `${showValue(e.value + e.plus!, unit, options)} at most`;
  if (e.plus === null) return `${showValue(e.value - e.minus, unit, options)} at least`;
  if (e.minus === 0 && e.plus === 0) return shown;
  if (e.minus === e.plus && unit === 'mm')
    return `${shown.replace(/ mm$/u, '')} ±${showValue(e.plus, unit, options)}`;
  return `${shown} (${bare(e.value - e.minus, unit, options)} to ${bare(e.value + e.plus, unit, options)})`;
}

const bare = (value: number, unit: MarginUnit, options?: ShowOptions) =>
  unit === 'bytes'
    ? showValue(value, unit, options)
    : showValue(value, unit, options).replace(/ [^\d]+$/u, '');

/** What a limit is called that nobody knows. */
export const limitNotKnown = 'a limit not known';

/** The limit in words: "at most 9.80 mm", "10 % to 35 %", "M". */
export function showLimit(limit: Limit, unit: MarginUnit, options?: ShowOptions): string {
  switch (limit.kind) {
    case 'at-most':
      return limit.limit.known ? `at most ${showEstimate(limit.limit, unit, options)}` : limitNotKnown;
    case 'at-least':
      return limit.limit.known ? `at least ${showEstimate(limit.limit, unit, options)}` : limitNotKnown;
    case 'within':
      return limit.from.known || limit.to.known
        ? [limit.from, limit.to]
            .map((side) => (side.known ? showEstimate(side, unit, options) : limitNotKnown))
            .join(' to ')
        : limitNotKnown;
    case 'one-of':
      return limit.names.length > 0 ? limit.names.join(' or ') : limitNotKnown;
    case 'version-at-least':
      return `${limit.version} or newer`;
  }
}

/** What is left, signed: "+0.70 mm", "−0.32 mm"; a word where there is no number. */
export function showLeft(margin: Margin, options?: ShowOptions): string {
  if (margin.verdict === 'unknown') return '?';
  if (margin.left === null) return margin.verdict === 'clear' ? 'fits' : 'no';
  const { value } = margin.left;
  if (margin.unit === '°C')
    return `${value < 0 ? '−' : '+'}${showValue(Math.abs(value), 'count', options).replace(/\..*$/u, '')} K`;
  const unit = margin.unit === 'generation' || margin.unit === 'lanes' ? 'count' : margin.unit;
  return `${value < 0 ? '−' : '+'}${showValue(Math.abs(value), unit, options)}`;
}
