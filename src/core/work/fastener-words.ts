import type { FastenerKind, FastenerGroup } from './fastener';

/** One and many of each kind, in words. */
export const fastenerWords: Readonly<Record<FastenerKind, readonly [one: string, many: string]>> =
  Object.freeze({
    screw: ['screw', 'screws'],
    nut: ['nut', 'nuts'],
    post: ['post', 'posts'],
    latch: ['latch', 'latches'],
    'twist-tab': ['twist tab', 'twist tabs'],
    'bent-tab': ['bent tab', 'bent tabs'],
  });

/** Whether it lies in the bowl once it is undone. */
export const goesToBowl = ({ captive, kind }: Pick<FastenerGroup, 'captive' | 'kind'>): boolean =>
  !captive && (kind === 'screw' || kind === 'nut' || kind === 'post');

/** A group in words: `3 screws PH0 · 14 mm`, `6 twist tabs`. */
export function fastenerText({ count, kind, bit, lengthMm, captive }: FastenerGroup): string {
  const [one, many] = fastenerWords[kind];
  const size = [bit, lengthMm === null ? null : `${lengthMm} mm`].filter(Boolean).join(' · ');
  return [`${count} ${count === 1 ? one : many}`, size, captive ? 'stays in' : '']
    .filter(Boolean)
    .join(' · ');
}
