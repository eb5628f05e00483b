import type { Dispute, DisputeAsked } from './dispute';
import { filmDispute, sleeveDispute, speedDispute, wipeDispute } from './hand-disputes';
import { coverDispute, holdDispute, sidesDispute, sinkDispute } from './heat-disputes';

export { bundles } from './bundle';
export type { Bundle } from './bundle';
export type { Dispute, DisputeAsked, School } from './dispute';

const all: readonly ((asked: DisputeAsked) => Dispute | null)[] = [
  sinkDispute,
  sidesDispute,
  holdDispute,
  wipeDispute,
  filmDispute,
  sleeveDispute,
  coverDispute,
  speedDispute,
];

/** What practitioners would argue about this build, both schools with the default and its reason; what is no question here is left out. */
export const disputesOf = (asked: DisputeAsked): Dispute[] =>
  all.flatMap((of) => {
    const dispute = of(asked);
    return dispute ? [dispute] : [];
  });
