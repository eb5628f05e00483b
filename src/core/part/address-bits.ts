import * as z from 'zod';

/**
 * How many bits a bridge, a port or a partition table has for a sector’s number: 28 by the first ATA, 32 in the older record and in
 * many bridges, 48 since ATA-6. What lies behind the last number is not seen, or written over at the beginning.
 */
export const AddressBits = z.union([z.literal(28), z.literal(32), z.literal(48)]);
export type AddressBits = z.infer<typeof AddressBits>;
