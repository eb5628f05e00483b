import type { Build } from './question';

export const partsOf = ({ drive, adapter, sink, pads, padBelow }: Build) => [
  drive,
  ...(adapter ? [adapter] : []),
  ...(sink ? [sink] : []),
  ...pads,
  ...(padBelow ? [padBelow] : []),
];

/** Price of a build's parts in one currency, minor units; null where a part is priced in another. */
export function priceMinor(build: Build, currency: string): number | null {
  let minor = 0;
  for (const { price } of partsOf(build)) {
    if (price.currency !== currency) return null;
    minor += price.minor;
  }
  return minor;
}
