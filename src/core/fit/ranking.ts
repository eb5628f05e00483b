import type { Place } from '../device';
import type { Verdict } from '../margin';
import type { Money } from '../units';
import type { Drive } from '../part';
import { type Accessories, onShelf as allOnShelf } from './builds';
import { freeBytes } from './fit';
import { priceMinor } from './price';
import { type Setting, placesSeen } from './question';
import {
  type CandidateLine,
  type RankWish,
  plainVerdict,
  judgeDrive,
  mayFit,
  placeInOrder,
  seatOf,
} from './rank';

/** The best of a ranking: as many as were asked for, the verdicts of all that were looked at for it, and how many did not have to be. */
export type Top = { lines: CandidateLine[]; verdicts: Verdict[]; unjudged: number };

/** How far a drive is from what was asked for: it comes before the price, and is known without judging. */
export type Far = (drive: Drive) => number;

type Key = [verdict: number, far: number, shelf: number, perGB: number, liked: number];
/** `isPlain` once what nothing laid on it changes has been looked at. */
type Entry = { drive: Drive; key: Key; at: number; isPlain: boolean };

const verdictsFromBest = ['clear', 'tight', 'unknown', 'over'] as const;

const compareKeys = (a: Key, b: Key): number => {
  for (let i = 0; i < a.length; i += 1) {
    const by = (a[i] ?? 0) - (b[i] ?? 0);
    // Both may be infinite: prices in another currency.
    if (by !== 0 && !Number.isNaN(by)) return by;
  }
  return 0;
};

/** The same order as `sortCandidates`, by what stands before the model’s name; the name and the place in the list decide the rest. */
const compare = (a: Entry, b: Entry): number =>
  compareKeys(a.key, b.key) ||
  (a.drive.model < b.drive.model ? -1 : a.drive.model > b.drive.model ? 1 : 0) ||
  a.at - b.at;

/** Without a pad under a fixed sink, or a sink where one is demanded, nothing is clear: what these cost at least, minor units. */
function leastExtraMinor({ form }: Place, { pads, sinks }: Accessories, currency: string): number {
  if (form.kind !== 'module') return 0;
  const least = (parts: { price: Money }[]) => {
    const prices = parts.flatMap(({ price }) => (price.currency === currency ? [price.minor] : []));
    // One that is priced in another currency makes the whole price unknown, and that stands last.
    return prices.length > 0 ? Math.min(...prices) : 0;
  };
  switch (form.sink.kind) {
    case 'fixed':
      return least(pads);
    case 'required':
      return least(sinks) + least(pads);
    case 'optional':
    case 'impossible':
    case 'unknown':
      return 0;
  }
}

/** Puts an entry into a sorted list, not before `from`. */
function insert(sorted: Entry[], entry: Entry, from: number): void {
  let [low, high] = [from, sorted.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    const there = sorted[middle];
    if (there && compare(there, entry) < 0) low = middle + 1;
    else high = middle;
  }
  sorted.splice(low, 0, entry);
}

/**
 * One place’s ranking of a catalogue, judged no further than what is shown needs: a drive that is judged can only come to stand
 * behind where its price alone and the best verdict would put it, so whatever stands behind the last shown one even so need not be
 * judged at all. What was judged is remembered, so that other words in the search cost only what is new.
 */
export class Ranking {
  private readonly judged = new Map<Drive, CandidateLine>();
  /** What a drive without a sink of its own costs more at least before it can be clear, minor units. */
  private readonly leastExtra: number;
  /** The best verdict that a drive can come to whatever is laid on it. */
  private readonly plain = new Map<Drive, number>();
  /** Where sizes are shown: the first board that it may be. */
  private readonly place: Place | null;

  constructor(
    private readonly setting: Setting,
    private readonly accessories: Accessories,
    private readonly wish: RankWish,
    private readonly far: Far = () => 0,
  ) {
    const places = placesSeen(setting, []).map(({ place }) => place);
    this.place = places[0] ?? null;
    this.leastExtra = Math.min(...places.map((place) => leastExtraMinor(place, accessories, wish.currency)));
  }

  private keyOf(line: CandidateLine, far: Far): Key {
    const { shelf, liked } = placeInOrder(line, this.wish);
    return [
      verdictsFromBest.indexOf(line.worst.verdict),
      far(line.build.drive),
      shelf,
      line.minorPerUsableGB ?? Infinity,
      liked,
    ];
  }

  /** Where a drive could stand at best: the best verdict unless it surely is over, its price without anything laid on it. */
  private atBest(drive: Drive, at: number, far: Far): Entry {
    const known = this.judged.get(drive);
    if (known) return { drive, at, isPlain: true, key: this.keyOf(known, far) };
    const isOver = !mayFit(this.setting, drive);
    const { shelfFirst, prefers } = this.wish;
    const liked = prefers.indexOf(drive.maker);
    return {
      drive,
      at,
      isPlain: isOver,
      key: [
        isOver ? 3 : 0,
        far(drive),
        shelfFirst && drive.onShelf === 0 ? 1 : 0,
        this.leastPerGB(drive, isOver || drive.ownSink ? 0 : this.leastExtra),
        liked < 0 ? prefers.length : liked,
      ],
    };
  }

  /** Minor units per usable gigabyte that a drive costs at least, with what has to be laid on it. */
  private leastPerGB(drive: Drive, extraMinor: number): number {
    const free = this.freeOf(drive);
    return drive.price.currency === this.wish.currency && free > 0
      ? (drive.price.minor + extraMinor) / (free / 1e9)
      : Infinity;
  }

  private freeOf(drive: Drive): number {
    return this.place ? freeBytes(this.setting, drive, this.place) : 0;
  }

  /** The line of one drive, judged once. */
  lineOf(drive: Drive): CandidateLine {
    const known =
      this.judged.get(drive) ?? judgeDrive(this.setting, drive, this.accessories, this.wish.currency);
    this.judged.set(drive, known);
    return known;
  }

  /** The best `limit` of these drives. Yields after each piece of work, so that others get their turn; returns them. */
  *top(drives: Drive[], limit: number, far: Far = this.far): Generator<void, Top> {
    const entries: Entry[] = [];
    for (const [at, drive] of drives.entries()) {
      entries.push(this.atBest(drive, at, far));
      if (at % 200 === 199) yield;
    }
    entries.sort(compare);
    yield;
    const done: Entry[] = [];
    let looked = 0;
    // Entries are put back behind the one that is looked at while they are gone through.
    for (let i = 0, next = entries[0]; next; i += 1, next = entries[i]) {
      const lastShown = done[limit - 1];
      // Nothing from here on can stand before the last one that is shown.
      if (lastShown && compare(lastShown, next) <= 0) break;
      if (!next.isPlain) {
        const best = this.plainOf(next.drive);
        // What can be no better than not known needs nothing laid on it to be that.
        const perGB = best > 1 ? this.leastPerGB(next.drive, 0) : next.key[3];
        const key: Key = [best, next.key[1], next.key[2], perGB, next.key[4]];
        insert(entries, { ...next, key, isPlain: true }, i + 1);
        continue;
      }
      looked += 1;
      insert(done, { ...next, key: this.exactKey(next, far) }, 0);
      yield;
    }
    const lines: CandidateLine[] = [];
    for (const { drive } of done.slice(0, limit)) {
      lines.push(this.lineOf(drive));
      yield;
    }
    const verdicts = done.flatMap(({ key: [at] }) => verdictsFromBest[at] ?? []);
    return { lines, verdicts, unjudged: drives.length - looked };
  }

  private plainOf(drive: Drive): number {
    const at =
      this.plain.get(drive) ??
      verdictsFromBest.indexOf(plainVerdict(this.setting, seatOf(this.setting, drive)));
    this.plain.set(drive, at);
    return at;
  }

  /** Where a drive really stands. One that is over whatever is laid on it is not judged for that: only where it is shown. */
  private exactKey({ drive, key }: Entry, far: Far): Key {
    if (this.judged.has(drive) || key[0] !== 3) return this.keyOf(this.lineOf(drive), far);
    const seated = seatOf(this.setting, drive);
    const { currency, shelfFirst } = this.wish;
    const minor = priceMinor(seated, currency);
    const free = this.freeOf(drive);
    const perGB = minor !== null && free > 0 ? minor / (free / 1e9) : Infinity;
    return [3, key[1], shelfFirst && !allOnShelf(seated) ? 1 : 0, perGB, key[4]];
  }

  /** The same at once. */
  topNow(drives: Drive[], limit: number, far?: Far): Top {
    const work = this.top(drives, limit, far);
    let step = work.next();
    while (!step.done) step = work.next();
    return step.value;
  }
}
