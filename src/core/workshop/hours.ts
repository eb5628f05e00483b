import { type Result, ok, refuse } from '../result';

/** A stretch of a day, minutes from midnight. */
export type Stretch = { from: number; to: number };

/** Hours of whoever has none of their own: a named default. */
export const usualHours = '08:00-12:00, 12:30-17:00';

const stretch = /^([01]?\d|2[0-4]):([0-5]\d)\s*[-–]\s*([01]?\d|2[0-4]):([0-5]\d)$/u;

/**
 * Hours of a working day, such as `08:00-12:00, 12:30-17:00`: stretches that follow one another. Nothing is a day off.
 * Fault: `hours`.
 */
export function parseHours(text: string): Result<Stretch[]> {
  const parts = text
    .split(',')
    .map((part) => part.trim())
    .filter(Boolean);
  const stretches: Stretch[] = [];
  for (const part of parts) {
    const match = stretch.exec(part);
    if (!match) return notHours(part);
    const [, h1 = '', m1 = '', h2 = '', m2 = ''] = match;
    const [from, to] = [Number(h1) * 60 + Number(m1), Number(h2) * 60 + Number(m2)];
    const last = stretches.at(-1);
    if (to <= from || to > 24 * 60 || (last && from < last.to)) return notHours(part);
    stretches.push({ from, to });
  }
  return ok(stretches);
}

const notHours = (part: string) =>
  refuse(
    'hours',
    `“${part.slice(0, 30)}” is no stretch of a day, or one before the last.`,
    'Type them in order, such as 08:00-12:00, 12:30-17:00; leave it empty for whoever is not here.',
  );
