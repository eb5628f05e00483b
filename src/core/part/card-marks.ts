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

/** Kinds of card by what they hold, each with its file system (SD Physical Layer and File System Specifications). */
export const cardStandards = ['SD', 'SDHC', 'SDXC', 'SDUC'] as const;
