import { type Estimate, type Known, about, highest, lowest } from '../margin';

export type Link = { name: string; rate: Estimate };

/** Negotiated generation and lanes: the lower of the two ends. */
export const negotiated = (
  a: { generation: number; lanes: number },
  b: { generation: number; lanes: number },
) => ({
  generation: Math.min(a.generation, b.generation),
  lanes: Math.min(a.lanes, b.lanes),
});

/** A chain runs at its narrowest link; each side of the estimate is the narrowest of that side. */
export function chainRate(links: Link[]): { rate: Estimate; narrowest: string } {
  let narrowest: { name: string; rate: Known } | null = null;
  let low: number | null = Infinity;
  let high: number | null = Infinity;
  for (const { name, rate } of links) {
    if (!rate.known) return { rate, narrowest: name };
    const [from, to] = [lowest(rate), highest(rate)];
    low = low === null || from === null ? null : Math.min(low, from);
    // A link whose upper side is unknown cannot narrow the chain's upper side.
    high = to === null ? high : Math.min(high ?? to, to);
    if (narrowest === null || rate.value < narrowest.rate.value) narrowest = { name, rate };
  }
  if (narrowest === null)
    return { rate: { known: false, what: 'links', howToGet: 'Name the links.' }, narrowest: '' };
  const { value } = narrowest.rate;
  return {
    rate: about(
      value,
      low === null ? null : value - low,
      high === Infinity || high === null ? null : high - value,
      {
        kind: 'computed',
        note: `narrowest link: ${narrowest.name}`,
      },
    ),
    narrowest: narrowest.name,
  };
}
