import type { Place } from '../device';
import { type Estimate, about, missing } from '../margin';
import { type Adapter, type Drive, type Protocol, formFactorOf, mostLanes, readRate } from '../part';
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

const keysOf = (formFactor: string): readonly string[] => {
  const form = formFactorOf(formFactor);
  return form.ok && form.value.kind === 'module' ? form.value.keys : [];
};

/**
 * Lanes that reach a place’s own socket, through an adapter where there is one: no more than the keys leave room for. 0 where
 * nobody stated them.
 */
const placeLanes = ({ lanes, form }: Place, adapter: Adapter | null): number =>
  Math.min(
    lanes ?? 0,
    mostLanes(form.kind === 'module' && form.key ? [form.key] : []),
    mostLanes(adapter ? keysOf(adapter.enters.formFactor) : []),
  );

/** A place’s own generation for a protocol: SATA has its own where the place speaks NVMe as well. 0 where nobody stated it. */
const generationOf = ({ protocols, linkGeneration, sataGeneration }: Place, protocol: Protocol): number =>
  protocol === 'SATA' && protocols.includes('NVMe') ? (sataGeneration ?? 0) : (linkGeneration ?? 0);

/** Generation and lanes that drive and place agree on: the lower of the two ends, and never more lanes than the keys between them carry. */
export function linkOf(place: Place, drive: Drive, adapter: Adapter | null) {
  const socket = adapter?.takes.kind === 'module' ? adapter.takes.keys : null;
  return negotiated(
    { generation: generationOf(place, drive.protocol), lanes: placeLanes(place, adapter) },
    {
      generation: drive.linkGeneration,
      lanes: Math.min(drive.lanes, mostLanes(keysOf(drive.formFactor)), mostLanes(socket ?? [])),
    },
  );
}

/** Whether what a link of this protocol carries depends on its generation. */
const usesGeneration = (protocol: Protocol) => protocol !== 'eMMC' && protocol !== 'UHS-I';

/** The slot’s own link; missing where nobody stated what it runs at. */
function placeLink(place: Place, protocol: Protocol, generation: number, lanes: number): Link {
  if (!usesGeneration(protocol)) return protocolLink(protocol, generation, lanes);
  const rate =
    generation === 0
      ? missing(`which generation of ${protocol} ${place.name} runs`, 'Read it in the maker’s manual.')
      : protocol === 'NVMe' && lanes === 0
        ? missing(
            `how many lanes reach the ${place.name}`,
            'Read it in the maker’s manual, or in the system’s list of devices.',
          )
        : null;
  return rate ? { name: place.name, rate } : protocolLink(protocol, generation, lanes);
}

/**
 * The links from the drive's memory to the device, widest end first: drive, its own link where an adapter converts,
 * adapter, slot. Generation and lanes as negotiated. Missing where the two ends do not speak the same protocol.
 */
export function driveChain(place: Place, drive: Drive, adapter: Adapter | null): Link[] {
  const ends = linkOf(place, drive, adapter);
  const reads: Link = { name: 'drive reads', rate: mediumRate(drive) };
  const outer = adapter?.enters.protocol ?? drive.protocol;
  if (!place.protocols.includes(outer)) {
    const rate =
      place.protocols.length > 0
        ? missing('a common protocol', `Choose a drive that speaks ${place.protocols.join(' or ')}.`)
        : missing(
            `what the ${place.name} speaks`,
            'Read the label of the drive that it came with, or the maker’s manual.',
          );
    return [reads, { name: place.name, rate }];
  }
  if (!adapter) return [reads, placeLink(place, outer, ends.generation, ends.lanes)];
  const own = { generation: generationOf(place, outer), lanes: placeLanes(place, adapter) };
  const converts = adapter.enters.protocol !== drive.protocol;
  return [
    reads,
    ...(converts ? [protocolLink(drive.protocol, drive.linkGeneration, drive.lanes)] : []),
    { name: 'adapter', rate: adapterRate(adapter) },
    converts
      ? placeLink(place, outer, own.generation, own.lanes)
      : placeLink(place, outer, ends.generation, ends.lanes),
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
