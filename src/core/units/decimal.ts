import { type Result, ok, refuse } from '../result';

/**
 * A decimal number as people type it: point or comma, spaces between groups of three.
 * "1,234" could be either; it is refused instead of guessed. Not accepted: signs, exponents, empty text.
 */
export function parseDecimal(text: string): Result<number> {
  const joined = text.trim().replace(/(?<=\d)[\s\u00a0\u2009\u202f](?=\d{3}(?!\d))/gu, '');
  const match = /^(\d{1,15})(?:([.,])(\d{1,9}))?$/u.exec(joined);
  if (!match)
    return refuse('not-a-number', `“${clip(text)}” is not a number.`, 'Type digits, such as 4.5 or 4,5.');
  const [, whole = '', mark, fraction = ''] = match;
  if (mark && fraction.length === 3 && whole !== '0' && whole.length <= 3) {
    return refuse(
      'ambiguous-number',
      `“${clip(text)}” could be ${whole}${fraction} or ${whole} and a fraction.`,
      `Type ${whole}${fraction} or ${whole}.${fraction}0.`,
    );
  }
  return ok(Number(`${whole}.${fraction || '0'}`));
}

/** Shortens what was typed so that an error stays one readable sentence. */
export const clip = (text: string): string => {
  const trimmed = text.trim();
  return trimmed.length > 40 ? `${trimmed.slice(0, 40)}…` : trimmed;
};

/** Splits "1,81 TiB" into its number and its unit word (lower case, may be empty). */
export function splitUnit(text: string): { number: string; unit: string } {
  const match = /^([\d\s.,\u00a0\u2009\u202f]*)(.*)$/su.exec(text.trim());
  return { number: (match?.[1] ?? '').trim(), unit: (match?.[2] ?? '').trim() };
}
