import { type Result, ok, refuse } from '../result';
import { type SizeHabit, parseBytes } from './bytes';
import { clip, splitUnit } from './decimal';

/**
 * A size as a device prints it, read by that device's habit: "1.82 TB" of one that counts in 1024s is 1.82 × 2⁴⁰.
 * `spread` is half of the last digit shown, bytes: what rounding can hide.
 */
export function parseShownSize(text: string, habit: SizeHabit): Result<{ value: number; spread: number }> {
  const { number, unit } = splitUnit(text);
  const binary = habit === 'binary-called-decimal' ? unit.replace(/^([kmgt])b$/iu, '$1ib') : unit;
  const bytes = parseBytes(`${number} ${binary}`);
  if (!bytes.ok) return bytes;
  const one = parseBytes(`1 ${binary}`);
  if (!one.ok || bytes.value === 0) {
    return refuse('no-size', `“${clip(text)}” is no size.`, 'Type what the device shows, such as 1.82 TB.');
  }
  const decimals = /[.,](\d+)$/u.exec(number)?.[1]?.length ?? 0;
  return ok({ value: bytes.value, spread: one.value / 10 ** decimals / 2 });
}
