import { showMoment, showTime } from '../clock';

export type MomentShow = { locale: string; timeZone: string };

/** Minutes of a plan as times of the clock, counted from the moment that it was made at. */
export function clockOf(now: string, show: MomentShow) {
  // To the second: eight o’clock is not a millisecond before it.
  const iso = (minutes: number) =>
    new Date(Math.round(Date.parse(now) / 1000 + minutes * 60) * 1000).toISOString();
  return {
    iso,
    /** With the day, where it is another one. */
    moment: (minutes: number) => showMoment(iso(minutes), show),
    time: (minutes: number) => showTime(iso(minutes), show),
  };
}
