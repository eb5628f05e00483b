import { type Known, about } from '../margin';

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

const specification = (note: string) => ({ kind: 'specification', note }) as const;

/** What a PCIe link carries, bytes/s: nominal at 256-byte payloads (−8.6 %), from 128 (−15.8 %) to 512 (−4.5 %). */
export function pcieRate({ generation, lanes }: { generation: number; lanes: number }): Known {
  const raw = (laneBytesPerS[generation] ?? 0) * lanes;
  const value = raw * payloadShare(256);
  return about(
    value,
    value - raw * payloadShare(128),
    raw * payloadShare(512) - value,
    specification(
      `PCIe generation ${generation} ×${lanes}, less packet overhead for payloads of 128 to 512 bytes`,
    ),
  );
}

/** Serial ATA, bytes/s: 1.5, 3, 6 Gb/s less 8b/10b (Serial ATA Specification, physical layer). */
const sataBytesPerS: Readonly<Record<number, number>> = Object.freeze({ 1: 150e6, 2: 300e6, 3: 600e6 });

export const sataRate = (generation: number): Known => {
  const rate = sataBytesPerS[Math.min(generation, 3)] ?? 0;
  // Frame headers and primitives: about 8 bytes per 8192 of payload and the handshakes, up to 8 % in practice.
  return about(
    rate * 0.95,
    rate * 0.03,
    rate * 0.04,
    specification(`SATA ${[1.5, 3, 6][Math.min(generation, 3) - 1]} Gb/s, 8b/10b, less framing`),
  );
};

/** Parallel ATA by its fastest common mode, bytes/s (ATA/ATAPI, ultra DMA modes 2, 4, 5, 6). */
const pataBytesPerS: Readonly<Record<number, number>> = Object.freeze({
  1: 33e6,
  2: 66e6,
  3: 100e6,
  4: 133e6,
});

export const pataRate = (generation: number): Known => {
  const rate = pataBytesPerS[Math.min(generation, 4)] ?? 0;
  return about(
    rate,
    rate * 0.15,
    0,
    specification(`parallel ATA at ${rate / 1e6} MB/s, command gaps up to 15 %`),
  );
};

/** eMMC HS400: 8 lines, 200 MHz, both edges (JEDEC eMMC 5.0). */
export const emmcRate: Known = about(400e6, 80e6, 0, specification('eMMC HS400, 400 MB/s less command gaps'));

/** UHS-I at SDR104: 4 lines, 208 MHz (SD physical layer specification). */
export const cardRate: Known = about(104e6, 14e6, 0, specification('card UHS-I, 104 MB/s less command gaps'));

/**
 * USB, bytes/s. 2.0: about 40 MB/s in practice; 5 Gb/s at most 500 after 8b/10b; 10 Gb/s 1,212 and 20 Gb/s 2,424
 * after 128b/132b, before protocol (Universal Serial Bus 3.2 Specification). Protocol takes 10 to 20 %.
 */
const usbBytesPerS: Readonly<Record<string, { most: number; note: string }>> = Object.freeze({
  'USB 2.0': { most: 40e6, note: 'USB 2.0, in practice' },
  'USB 5 Gb/s': { most: 500e6, note: 'USB 5 Gb/s, 8b/10b' },
  'USB 10 Gb/s': { most: 1212e6, note: 'USB 10 Gb/s, 128b/132b' },
  'USB 20 Gb/s': { most: 2424e6, note: 'USB 20 Gb/s, 128b/132b' },
});
export const usbLinks = Object.keys(usbBytesPerS);

/** What a USB link carries; null for a name that is not one of `usbLinks`. */
export function usbRate(link: string): Known | null {
  if (!Object.hasOwn(usbBytesPerS, link)) return null;
  const { most, note } = usbBytesPerS[link]!;
  return link === 'USB 2.0'
    ? about(most, most * 0.2, 0, specification(note))
    : about(most * 0.85, most * 0.05, most * 0.05, specification(`${note}, less 10 to 20 % protocol`));
}
