import { type Result, ok, refuse } from '../result';
import { clip } from './decimal';

/** Seconds from "1h20", "1 h 20 min", "90 s", "12 min", "1:20" (hours:minutes). */
export function parseDurationS(text: string): Result<number> {
  const bad = () =>
    refuse('not-a-duration', `“${clip(text)}” is not a length of time.`, 'Type it as 1h20, 12 min or 90 s.');
  const typed = text.trim().toLowerCase();
  const clock = /^(\d{1,3}):([0-5]\d)$/u.exec(typed);
  if (clock) return ok(Number(clock[1]) * 3600 + Number(clock[2]) * 60);
  const match = /^(?:(\d{1,4})\s*h)?\s*(?:(\d{1,5})\s*(?:min|m)?(?![\ds]))?\s*(?:(\d{1,6})\s*s)?$/u.exec(
    typed,
  );
  if (!match || typed === '') return bad();
  const [, hours, minutes, seconds] = match;
  // A bare number has no unit: "20" alone could be minutes or seconds.
  if (hours === undefined && seconds === undefined && /^\d+$/u.test(typed)) return bad();
  return ok(Number(hours ?? 0) * 3600 + Number(minutes ?? 0) * 60 + Number(seconds ?? 0));
}

/** "1 h 20 min", "12 min", "45 s": two units at most, rounded to the smaller. */
export function showDuration(seconds: number): string {
  const whole = Math.max(0, Math.round(seconds));
  if (whole < 60) return `${whole} s`;
  const minutes = Math.round(whole / 60);
  if (whole < 600 && whole % 60 !== 0) return `${Math.floor(whole / 60)} min ${whole % 60} s`;
  if (minutes < 60) return `${minutes} min`;
  return minutes % 60 === 0 ? `${minutes / 60} h` : `${Math.floor(minutes / 60)} h ${minutes % 60} min`;
}

/** A range of durations in words; one of them where both read the same. */
export function showDurationRange(least: number, most: number): string {
  const [from, to] = [showDuration(least), showDuration(most)];
  return from === to ? from : `${from} to ${to}`;
}
