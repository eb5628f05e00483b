import type { CardStandard, SpeedClass } from './card-class-schema';
import { leastMBPerS } from './card-marks';

export const speedClasses = Object.freeze(Object.keys(leastMBPerS)) as readonly (keyof typeof leastMBPerS)[];

/** The least rate that any of these marks promises, bytes/s. */
export const classRateBytesPerS = (classes: readonly SpeedClass[]): number =>
  Math.max(0, ...classes.map((mark) => leastMBPerS[mark])) * 1e6;

export const cardFileSystem: Readonly<Record<CardStandard, string>> = Object.freeze({
  SD: 'FAT16',
  SDHC: 'FAT32',
  SDXC: 'exFAT',
  SDUC: 'exFAT',
});

/** The kind of a card by its label: to 2 GB, 32 GB, 2 TB, beyond. */
export const cardStandardOf = (labelGB: number): CardStandard =>
  labelGB <= 2 ? 'SD' : labelGB <= 32 ? 'SDHC' : labelGB <= 2000 ? 'SDXC' : 'SDUC';
