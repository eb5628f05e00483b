/**
 * Plugs of disks in their case, as the ATA, Serial ATA and SD specifications name them. Two of the same form factor may
 * differ in it: 1.8-inch disks alone come with four.
 */
export const connectors = [
  'SATA',
  'micro SATA',
  'PATA 40-pin',
  'PATA 44-pin',
  'PATA 50-pin',
  'ZIF 40-pin',
  'card contacts',
] as const;
