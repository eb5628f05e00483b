export const protocols = ['NVMe', 'SATA', 'PATA', 'eMMC', 'UHS-I'] as const;

/** The newest generation of each protocol’s own link: PCIe 1 to 6; SATA 1.5, 3, 6 Gb/s; PATA 33, 66, 100, 133 MB/s. */
export const mostGeneration: Readonly<Record<(typeof protocols)[number], number>> = Object.freeze({
  NVMe: 6,
  SATA: 3,
  PATA: 4,
  eMMC: 1,
  'UHS-I': 1,
});

/**
 * Lanes that the keys of a module or a socket leave room for: four with key M alone, two where key B is there (PCI Express M.2
 * Specification, pin-out).
 */
export const mostLanes = (keys: readonly string[]): number => (keys.includes('B') ? 2 : 4);
