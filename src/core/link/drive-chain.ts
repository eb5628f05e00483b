import type { Place } from '../device';
import { type Estimate, about, missing } from '../margin';
import { type Adapter, type Drive, type Protocol, readRate } from '../part';
import { type Link, negotiated } from './chain';
import { cardRate, emmcRate, pataRate, pcieRate, sataRate } from './rates';

/** What the link between a place and a drive of one protocol carries, with its name as a technician says it. */
function protocolLink(protocol: Protocol, generation: number, lanes: number): Link {
  switch (protocol) {
    case 'NVMe':
      return { name: `slot gen ${generation} ×${lanes}`, rate: pcieRate({ generation, lanes }) };
    case 'SATA':
      return { name: `SATA ${[1.5, 3, 6][Math.min(generation, 3) - 1]} Gb/s`, rate: sataRate(generation) };
    case 'PATA':
      return { name: 'parallel ATA', rate: pataRate(generation) };
    case 'eMMC':
      return { name: 'eMMC HS400', rate: emmcRate };
    case 'UHS-I':
      return { name: 'card UHS-I', rate: cardRate };
  }
}

/** An adapter's own share, bytes/s: what it carries less what its conversion costs. */
function adapterRate({ carriesBytesPerS: carries, lossShare, model }: Adapter): Estimate {
  if (!carries.known) return carries;
  const scaled = (n: number | null) => (n === null ? null : n * (1 - lossShare));
  return about(carries.value * (1 - lossShare), scaled(carries.minus), scaled(carries.plus), {
    kind: 'computed',
    note: `${model}, less ${Math.round(lossShare * 100)} % for the conversion`,
  });
}

/** A disk slows from its outer to its inner tracks by about half (constant bit density, constant speed of rotation). */
const innerTrackShare = 0.5;

/** The drive's own read rate; a rotating one's low side is its inner tracks. */
function mediumRate(drive: Drive): Estimate {
  const rate = readRate(drive);
  if (!drive.rotating || !rate.known) return rate;
  return about(rate.value, rate.value * innerTrackShare + (rate.minus ?? 0), rate.plus, {
    ...rate.origin,
    note: `${rate.origin.note}; inner tracks about half`,
  });
}

/**
 * The links from the drive's memory to the device, widest end first: drive, its own link where an adapter converts,
 * adapter, slot. Generation and lanes as negotiated. Missing where the two ends do not speak the same protocol.
 */
export function driveChain(place: Place, drive: Drive, adapter: Adapter | null): Link[] {
  const ends = negotiated(
    { generation: place.linkGeneration, lanes: place.lanes },
    { generation: drive.linkGeneration, lanes: drive.lanes },
  );
  const reads: Link = { name: 'drive reads', rate: mediumRate(drive) };
  const outer = adapter?.enters.protocol ?? drive.protocol;
  if (!place.protocols.includes(outer)) {
    const what = 'a common protocol';
    return [
      reads,
      {
        name: place.name,
        rate: missing(what, `Choose a drive that speaks ${place.protocols.join(' or ')}.`),
      },
    ];
  }
  if (!adapter) return [reads, protocolLink(outer, ends.generation, ends.lanes)];
  const converts = adapter.enters.protocol !== drive.protocol;
  return [
    reads,
    ...(converts ? [protocolLink(drive.protocol, drive.linkGeneration, drive.lanes)] : []),
    { name: 'adapter', rate: adapterRate(adapter) },
    converts
      ? protocolLink(outer, place.linkGeneration, place.lanes)
      : protocolLink(outer, ends.generation, ends.lanes),
  ];
}

/**
 * Bytes that the fast cache takes before writing falls to its kept-up rate. Quoted for an empty drive; it shrinks with
 * free space, `freeShare` 0..1. Missing where the data sheet does not say.
 */
export function cacheBytes(drive: Drive, freeShare: number): Estimate {
  if (drive.cacheGB === undefined)
    return missing(
      'the size of the fast cache',
      'Watch where a long write slows down, or read the data sheet.',
    );
  const bytes = drive.cacheGB * 1e9 * Math.max(0, Math.min(1, freeShare));
  return about(bytes, bytes * 0.3, bytes * 0.1, {
    kind: 'default',
    note: 'fast cache by free space, −30 % +10 %',
  });
}
