import type { AddressBits } from './address-bits';

/** The most that so many bits reach, bytes. */
export const addressedBytes = (bits: AddressBits, sectorBytes: number): number => 2 ** bits * sectorBytes;
