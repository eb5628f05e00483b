import type { Place } from '../device';
import { type Link, chainRate, driveChain, linkOf } from '../link';
import { type Estimate, type Known, type Margin, about, atLeast, exact, missing } from '../margin';
import { driveGeneration, isStated, sustainedWriteRate } from '../part';
import { showRate } from '../units';
import type { Build } from './question';

export type Speed = {
  links: Link[];
  narrowest: string;
  /** Reading through the whole chain, and what is kept up once it is warm; bytes/s. */
  rate: Estimate;
  kept: Estimate | null;
};

/** A rate times a share 0..1, both with their sides; the low corner of both is the low side. */
function times(rate: Estimate, share: Known): Estimate {
  if (!rate.known) return rate;
  const value = rate.value * share.value;
  const corner = (r: number | null, s: number | null) => (r === null || s === null ? null : r * s);
  const low = corner(
    rate.minus === null ? null : rate.value - rate.minus,
    share.minus === null ? null : share.value - share.minus,
  );
  const high = corner(
    rate.plus === null ? null : rate.value + rate.plus,
    share.plus === null ? null : share.value + share.plus,
  );
  return about(
    value,
    low === null ? null : Math.max(0, value - low),
    high === null ? null : Math.max(0, high - value),
    {
      kind: 'computed',
      note: 'rate through the chain × share kept up when warm',
    },
  );
}

/** The chain of links, and what it carries cold and warm. `keptShare` null where heat is left out or not known. */
export function speedOf(place: Place, { drive, adapter }: Build, keptShare: Known | null): Speed {
  const links = driveChain(place, drive, adapter);
  const { rate, narrowest } = chainRate(links);
  return { links, narrowest, rate, kept: keptShare && times(rate, keptShare) };
}

const writeThrough = (drive: Build['drive'], links: Link[]): Estimate =>
  chainRate([{ name: 'drive writes, cache full', rate: sustainedWriteRate(drive) }, ...links.slice(1)]).rate;

/** Writing through the whole chain with the cache full, bytes/s. */
export const writeRate = (place: Place, { drive, adapter }: Build): Estimate =>
  writeThrough(drive, driveChain(place, drive, adapter));

/** Reading through the whole chain, bytes/s. */
export const chainReadRate = (place: Place, build: Build): Estimate => speedOf(place, build, null).rate;

/** Copying within the drive, bytes in and out once: every byte is read and written, so the times add. Bytes/s. */
export function copyWithinRate(place: Place, build: Build): Estimate {
  const [reads, writes] = [chainReadRate(place, build), writeRate(place, build)];
  if (!reads.known) return reads;
  if (!writes.known) return writes;
  const both = (read: number, write: number) => 1 / (1 / read + 1 / write);
  const value = both(reads.value, writes.value);
  const side = (sign: 1 | -1) => {
    const [read, write] = sign < 0 ? [reads.minus, writes.minus] : [reads.plus, writes.plus];
    return read === null || write === null
      ? null
      : Math.abs(
          both(Math.max(1, reads.value + sign * read), Math.max(1, writes.value + sign * write)) - value,
        );
  };
  return about(value, side(-1), side(1), { kind: 'computed', note: 'read and written through the chain' });
}

/** Read speed through the chain and once warm, write speed with the cache full, generation and lanes as negotiated. */
export function speedMargins(
  place: Place,
  { drive, adapter }: Build,
  { rate, kept, links }: Speed,
): Margin[] {
  const { limits } = place;
  const margins = [
    atLeast(
      {
        id: 'read-speed',
        what: 'Read speed through the slot',
        unit: 'bytes/s',
        remedy: 'Choose a drive that reads faster, where the slot is not the narrowest link.',
      },
      rate,
      limits.readAtLeastBytesPerS,
    ),
  ];
  if (kept)
    margins.push(
      atLeast(
        {
          id: 'kept-speed',
          what: 'Read speed kept up when warm',
          unit: 'bytes/s',
          remedy:
            'It slows down by itself when hot: give it a sink, a better pad, or choose one that draws less.',
        },
        kept,
        limits.readAtLeastBytesPerS,
      ),
    );
  if (limits.writeAtLeastBytesPerS) {
    margins.push(
      atLeast(
        {
          id: 'write-speed',
          what: 'Write speed with the cache full',
          unit: 'bytes/s',
          remedy: 'Choose a drive that keeps a higher write rate.',
        },
        writeThrough(drive, links),
        limits.writeAtLeastBytesPerS,
      ),
    );
  }
  if (drive.protocol !== 'NVMe' || !place.protocols.includes('NVMe')) return margins;
  const common = linkOf(place, drive, adapter);
  const wasted =
    isStated(drive, 'linkGeneration') &&
    place.linkGeneration !== null &&
    drive.linkGeneration > place.linkGeneration;
  const unstated = (what: string) =>
    missing(`${what} of the ${place.name}`, 'Read it in the maker’s manual.');
  const agreed = { kind: 'computed', note: 'the lower of slot and drive' } as const;
  margins.push(
    atLeast(
      {
        id: 'generation',
        what: 'Link generation',
        unit: 'generation',
        remedy: 'Choose a drive of a newer generation.',
        note: wasted
          ? `The slot runs generation ${place.linkGeneration}: the drive’s generation ${drive.linkGeneration} gains nothing here. It reads ${showRate(drive.readBytesPerS)} by its data sheet.`
          : undefined,
      },
      place.linkGeneration === null
        ? unstated('the link generation')
        : isStated(drive, 'linkGeneration')
          ? exact(common.generation, agreed)
          : driveGeneration(drive),
      limits.generationAtLeast,
    ),
  );
  if (limits.lanesAtLeast)
    margins.push(
      atLeast(
        { id: 'lanes', what: 'Lanes', unit: 'lanes', remedy: 'Choose a drive with four lanes.' },
        place.lanes === null ? unstated('the lanes') : exact(common.lanes, agreed),
        limits.lanesAtLeast,
      ),
    );
  return margins;
}
