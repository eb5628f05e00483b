import type { DeviceProfile } from '../device';
import { type Protocol, formFactorOf } from '../part';
import type { CopyLink } from './copy-time';
import type { Spread } from './rate-watch';

/** The drive that comes out of a device, as far as a copy asks: what it speaks, and how fast it is read. */
export type OldDrive = { protocol: Protocol | null; reads: CopyLink; from: string };

/** What old drives of a kind usually read, where nobody has stated it, bytes/s: named defaults until the logbook knows better. */
const usualReads: Readonly<Record<Protocol | 'disk' | 'unknown', Spread>> = Object.freeze({
  NVMe: { least: 800e6, middle: 1800e6, most: 3500e6 },
  SATA: { least: 60e6, middle: 350e6, most: 540e6 },
  disk: { least: 55e6, middle: 110e6, most: 180e6 },
  PATA: { least: 12e6, middle: 22e6, most: 40e6 },
  eMMC: { least: 90e6, middle: 180e6, most: 300e6 },
  'UHS-I': { least: 25e6, middle: 70e6, most: 95e6 },
  unknown: { least: 20e6, middle: 110e6, most: 540e6 },
});

/** What a form factor can speak; a place that takes only one of them decides. */
function spoken(formFactor: string): Protocol[] {
  const read = formFactorOf(formFactor);
  if (!read.ok) return [];
  switch (read.value.kind) {
    case 'module':
      return ['NVMe', 'SATA', 'eMMC'];
    case '2.5-inch':
    case '1.8-inch':
      return ['SATA', 'PATA'];
    case '3.5-inch':
      return ['SATA', 'PATA'];
    case 'eMMC':
      return ['eMMC'];
    case 'card':
      return ['UHS-I'];
  }
}

/**
 * A disk's mean rate over what is filled, bytes/s. Constant bit density at constant speed: the rate is that of the radius, and the
 * area between radii is what fills up, so that at a filled share x the rate is √(1 − 0.75 x) of the outermost, half of it at the
 * innermost. Files may lie outermost, innermost or, in the middle, as if filled from the outside in.
 */
export function diskReads(outerBytesPerS: number, filledShare: number): Spread {
  const filled = Math.min(1, Math.max(0.01, filledShare));
  const speed = (x: number) => Math.sqrt(1 - 0.75 * x);
  // Time over a stretch is the integral of 1 / speed: (2 / 0.75) × (speed at its outer end − speed at its inner end).
  const mean = (from: number, to: number) =>
    (outerBytesPerS * (to - from)) / ((2 / 0.75) * (speed(from) - speed(to)));
  return { least: mean(1 - filled, 1), middle: mean(0, filled), most: outerBytesPerS };
}

/** What is known of the old drive: by the profile where it names it, else by its form and the device's place. Of an empty place nothing is known. */
export function oldDriveOf(
  { places, deliveredDrives }: Pick<DeviceProfile, 'places' | 'deliveredDrives'>,
  old: { formFactor: string; labelGB: number; usedBytes: number | null } | null,
): OldDrive {
  if (!old)
    return {
      protocol: null,
      reads: { name: 'nothing to read', rate: usualReads.unknown },
      from: 'the place is empty',
    };
  const named = deliveredDrives.find(
    ({ formFactor, labelGB }) => formFactor === old.formFactor && labelGB === old.labelGB,
  );
  const taken = new Set(places.flatMap(({ protocols }) => protocols));
  const possible = spoken(old.formFactor).filter((protocol) => taken.has(protocol));
  const [only = null, ...more] = possible;
  const protocol = named?.protocol ?? (more.length === 0 ? only : null);
  const isDisk = named?.rotating ?? old.formFactor === '3.5-inch';
  const share = old.usedBytes === null ? 1 : old.usedBytes / (old.labelGB * 1e9);
  if (named?.readBytesPerS !== undefined) {
    const rate = named.readBytesPerS;
    return {
      protocol,
      reads: {
        name: 'old drive reads',
        rate: isDisk ? diskReads(rate, share) : { least: rate * 0.7, middle: rate, most: rate },
      },
      from: 'as the device’s profile states it',
    };
  }
  const kind = isDisk ? 'disk' : (protocol ?? 'unknown');
  return {
    protocol,
    reads: { name: 'old drive reads', rate: usualReads[kind] },
    from: 'nobody has stated it: what such drives usually read',
  };
}
