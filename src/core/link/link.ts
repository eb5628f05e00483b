import { type Estimate, type Known, about, highest, lowest } from '../margin';

/**
 * PCIe, per lane and direction before packets, bytes/s: line rate × coding.
 * Gen 1 and 2: 8b/10b; gen 3 and later: 128b/130b (PCI Express Base Specification, physical layer).
 */
const laneBytesPerS: Readonly<Record<number, number>> = Object.freeze({
  1: 250e6,
  2: 500e6,
  3: 984.6e6,
  4: 1969.2e6,
  5: 3938.5e6,
  6: 7563e6,
});

/** Header and framing of one packet, bytes (transaction layer 12–16, sequence 2, link check 4, framing 4). */
const packetOverheadBytes = 24;
/** Share left for data by payload size: 128 bytes is the smallest every port must take, 512 what better ones agree on. */
const payloadShare = (payload: number) => payload / (payload + packetOverheadBytes);

export type Link = { name: string; rate: Estimate };

/** Negotiated generation and lanes: the lower of the two ends. */
export const negotiated = (
  a: { generation: number; lanes: number },
  b: { generation: number; lanes: number },
) => ({
  generation: Math.min(a.generation, b.generation),
  lanes: Math.min(a.lanes, b.lanes),
});

/** What a PCIe link carries, bytes/s: nominal at 256-byte payloads (−8.6 %), from 128 (−15.8 %) to 512 (−4.5 %). */
export function pcieRate({ generation, lanes }: { generation: number; lanes: number }): Known {
  const raw = (laneBytesPerS[generation] ?? 0) * lanes;
  const value = raw * payloadShare(256);
  return about(value, value - raw * payloadShare(128), raw * payloadShare(512) - value, {
    kind: 'specification',
    note: `PCIe generation ${generation} ×${lanes}, less packet overhead for payloads of 128 to 512 bytes`,
  });
}

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
