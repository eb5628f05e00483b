import type { Estimate, Margin } from '@/core/margin';

/** A margin as shares of its limit: 1 is the brim. `from`..`to` is the uncertainty; null where nothing can be drawn. */
export type MarginBar = { at: number; from: number; to: number };

const number = (e: Estimate | { known: true; name: string }): number | null =>
  e.known && 'value' in e ? e.value : null;

/** Where the bar ends on screen, as a share of its track; the brim stands at this share. */
export const brimShare = 0.78;

/** Share of the limit used, at the value and at both ends of its uncertainty. */
export function marginBar(margin: Margin): MarginBar | null {
  const { value, limit } = margin;
  if (!value.known || 'name' in value || limit.kind === 'one-of' || limit.kind === 'version-at-least')
    return null;
  const { zero } = margin;
  const low = value.value - (value.minus ?? 0) - zero;
  const high = value.value + (value.plus ?? 0) - zero;
  const share = (v: number): number | null => {
    if (limit.kind === 'within') {
      const [from, to] = [number(limit.from), number(limit.to)];
      if (from === null || to === null || v <= 0 || to <= 0) return null;
      return Math.max(from / v, v / to);
    }
    const limitAt = number(limit.limit);
    const bound = limitAt === null ? null : limitAt - zero;
    if (bound === null || bound <= 0 || v <= 0) return null;
    return limit.kind === 'at-most' ? v / bound : bound / v;
  };
  const [at, a, b] = [share(value.value - zero), share(low), share(high)];
  if (at === null) return null;
  const ends = [at, a ?? at, b ?? at];
  return { at, from: Math.min(...ends), to: Math.max(...ends) };
}

/** Percent of the track for a share of the limit; past the brim it goes on to the end and stops there. */
export const trackPercent = (share: number): number => Math.max(0, Math.min(100, share * brimShare * 100));
