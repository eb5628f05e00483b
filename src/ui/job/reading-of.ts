import type { Known } from '@/core/margin';

/** A figure that was read now, with half its last digit to either side. */
export const readingOf = (value: number, spread: number, note: string, at: string): Known => ({
  known: true,
  value,
  minus: spread,
  plus: spread,
  origin: { kind: 'reading', note, at: at.slice(0, 10) },
});
