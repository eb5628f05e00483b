import type { ShelfLine } from './model';

/** One line of the list to order, as text and numbers: for a file, and for the screen. */
export type OrderLine = {
  part: string;
  partId: string;
  count: number;
  forJobs: string;
  minimum: number;
  seller: string;
  /** The last price of one, in the smallest unit of its currency. */
  priceMinor: number;
  currency: string;
};

/** All that has to be ordered, over all jobs, seller by seller. */
export const orderList = (lines: readonly ShelfLine[]): OrderLine[] =>
  lines
    .filter(({ toOrder }) => toOrder > 0)
    .map(({ id, name, toOrder, reserved, minimum, seller, price }) => ({
      part: name,
      partId: id,
      count: toOrder,
      forJobs: reserved.map(({ jobId }) => jobId).join(' '),
      minimum,
      seller: seller ?? '',
      priceMinor: price.minor,
      currency: price.currency,
    }))
    .sort((a, b) => a.seller.localeCompare(b.seller) || a.part.localeCompare(b.part));
