import type { PartKind } from '../part';
import type { Money } from '../units';

/** A part as the shelf sees it: how many there are by the book, where, and how few there may be. */
export type Stock = {
  id: string;
  kind: PartKind;
  name: string;
  onShelf: number;
  place: string | null;
  /** So many should always be there; 0 where nobody said. */
  minimum: number;
  seller: string | null;
  price: Money;
};

/** So many of a part for one job that is not handed over. */
export type Need = {
  jobId: string;
  partId: string;
  count: number;
  /** ISO 8601; null where nothing was promised. */
  promisedAt: string | null;
  /** They were taken out of the drawer already and lie in the dock or in the device. */
  isOut: boolean;
};

/** So many that were ordered and have not come. */
export type Incoming = {
  id: number;
  partId: string;
  count: number;
  orderedAt: string;
  /** The day they are expected, ISO 8601; null where the seller did not say. */
  expected: string | null;
  seller: string | null;
  /** What one of them costs; null where nobody said. */
  price: Money | null;
  /** Bought for this job; null for the shelf. */
  jobId: string | null;
};

/** One movement of the book. */
export type ShelfMove = {
  partId: string;
  /** By how much the book changed: used and lost below 0. */
  change: number;
  why: 'came' | 'returned' | 'used' | 'given-back' | 'counted';
  jobId: string | null;
  lot: string | null;
  price: Money | null;
  note: string | null;
  at: string;
  by: string | null;
};

/** What the shelf says of one part. */
export type ShelfLine = Stock & {
  reserved: Need[];
  incoming: Incoming[];
  /** In the drawer now, by the book: what is out for a job is not. */
  inDrawer: number;
  /** Left when all jobs have theirs; below 0 so many are missing now. */
  free: number;
  /** So many to order, over all jobs and the minimum, beyond what comes already. */
  toOrder: number;
};
