import type { CardStandard, SpeedClass } from './card-class-schema';

/** Marks of a card’s least rate while it is written in one go, MB/s (SD Physical Layer Specification, speed class, UHS and video speed class). */
export const leastMBPerS = Object.freeze({
  C2: 2,
  C4: 4,
  C6: 6,
  C10: 10,
  U1: 10,
  U3: 30,
  V6: 6,
  V10: 10,
  V30: 30,
  V60: 60,
  V90: 90,
});

export const speedClasses = Object.freeze(Object.keys(leastMBPerS)) as readonly (keyof typeof leastMBPerS)[];

/** The least rate that any of these marks promises, bytes/s. */
export const classRateBytesPerS = (classes: readonly SpeedClass[]): number =>
  Math.max(0, ...classes.map((mark) => leastMBPerS[mark])) * 1e6;

/** Kinds of card by what they hold, each with its file system (SD Physical Layer and File System Specifications). */
export const cardStandards = ['SD', 'SDHC', 'SDXC', 'SDUC'] as const;

export const cardFileSystem: Readonly<Record<CardStandard, string>> = Object.freeze({
  SD: 'FAT16',
  SDHC: 'FAT32',
  SDXC: 'exFAT',
  SDUC: 'exFAT',
});

/** The kind of a card by its label: to 2 GB, 32 GB, 2 TB, beyond. */
export const cardStandardOf = (labelGB: number): CardStandard =>
  labelGB <= 2 ? 'SD' : labelGB <= 32 ? 'SDHC' : labelGB <= 2000 ? 'SDXC' : 'SDUC';
