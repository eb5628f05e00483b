/** Bytes that go across unchanged: offsets on the whole drives. `partition` is the number of the partition; 0 is the drive's own beginning. */
export type CopySpan = {
  source: number;
  target: number;
  bytes: number;
  part: number;
  /** Nothing is carried: the stretch must read zero on the target. */
  zero?: boolean;
};
