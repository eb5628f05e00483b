import { type Fault, type Result, ok, refuse } from '../../result';
import { fitsSectors } from '../file-system/file-system';
import {
  entryCount,
  type Partition,
  type PartitionTable,
  checkPartitions,
  partitionBytes,
} from '../table/partition-table';
import { usableSectors } from '../table/gpt';
import { type Layout, type PlacedPartition, lineBytes } from './layout';
import { type LayoutWish } from './layout-wish';
import { type PartitionRule, type PartitionRules, growingPartition } from './rules';
import { newSystemPartition } from './second-system';

export type Target = { sectors: number; sectorBytes: number };

/** One partition on its way: its size is set, or it takes the room that is left between its neighbours. */
type Item = { part: Partition; rule: PartitionRule; bytes: number; isNew: boolean; takesRest: boolean };
type Placed = { item: Item; start: number; bytes: number; stopped?: boolean };

const up = (bytes: number) => Math.ceil(bytes / lineBytes) * lineBytes;
const down = (bytes: number) => Math.floor(bytes / lineBytes) * lineBytes;
const gb = (bytes: number) => `${(bytes / 1e9).toFixed(bytes < 10e9 ? 2 : 1)} GB`;
const called = (partition: Partition) => `“${partition.name || `partition ${partition.number}`}”`;

/** Where partitions may stand on the target, bytes; the share held back is at its end. */
export function usableBytes(source: PartitionTable, target: Target, holdBackPercent: number) {
  const { firstUsable, lastUsable } =
    source.kind === 'gpt'
      ? usableSectors(target.sectors, target.sectorBytes)
      : {
          firstUsable: source.kind === 'none' ? 0 : 1,
          // The older record counts sectors in 32 bits.
          lastUsable: Math.min(target.sectors, source.kind === 'none' ? target.sectors : 2 ** 32) - 1,
        };
  const held = Math.ceil((target.sectors * holdBackPercent) / 100) * target.sectorBytes;
  const last = (lastUsable + 1) * target.sectorBytes;
  return { start: firstUsable * target.sectorBytes, end: down(last - held), last };
}

function checkSectors(
  source: PartitionTable,
  partitions: Partition[],
  target: Target,
  rules: PartitionRules,
): Fault | null {
  if (target.sectorBytes === source.sectorBytes) return null;
  const bound = partitions.filter((partition) => {
    const fit = rules[partition.number]?.sectorFit;
    return !fit || !fitsSectors(fit, target.sectorBytes);
  });
  if (bound.length === 0 && source.kind === 'gpt') return null;
  const names = bound
    .map((partition) => `${called(partition)} (${rules[partition.number]?.holds ?? 'unread'})`)
    .join(', ');
  return refuse(
    'sector-size',
    `The old drive has ${source.sectorBytes}-byte sectors and the new one ${target.sectorBytes}-byte sectors: ${names || 'its kind of table'} cannot be carried over.`,
    `Choose a drive with ${source.sectorBytes}-byte sectors, or let the device make its partitions anew and bring the files back.`,
  ).fault;
}

/** An extended partition of the older record is one stretch that may reach to the old drive's end: a smaller drive would cut it off. */
function checkExtended(source: PartitionTable, target: Target): Fault | null {
  const isExtended = source.partitions.some(({ record }) => (record?.linkSector ?? null) !== null);
  if (!isExtended || target.sectors >= source.driveSectors) return null;
  return refuse(
    'extended-cut-off',
    'The old drive has an extended partition, which may reach beyond the end of the smaller drive.',
    'Take a drive that is as large as the old one, or let the device make its partitions anew and bring the files back.',
  ).fault;
}

function sizeByHand(partition: Partition, rule: PartitionRule, mebibytes: number): Result<number> {
  const bytes = mebibytes * lineBytes;
  if (bytes < rule.leastBytes)
    return refuse(
      'part-too-small',
      `${called(partition)} cannot be smaller than ${gb(rule.leastBytes)}: its ${rule.holds} spans as much, used or not.`,
      'Make it smaller in the device first, or leave its size.',
    );
  // Down to a whole mebibyte: a hair past the tables would be refused when the copy starts.
  if (bytes > down(rule.mostBytes))
    return refuse(
      'part-too-large',
      `${called(partition)} cannot be larger than ${gb(rule.mostBytes)}: its ${rule.holds} reaches no further.`,
      'Give the rest to another partition or hold it back.',
    );
  return ok(bytes);
}

function itemsFor(source: PartitionTable, wish: LayoutWish, rules: PartitionRules): Result<Item[]> {
  const kept: Partition[] = [];
  for (const partition of [...source.partitions].sort((a, b) => a.firstSector - b.firstSector)) {
    if (!wish.dropped.includes(partition.number)) kept.push(partition);
    else if (!rules[partition.number]?.mayDrop)
      return refuse('part-needed', `${called(partition)} cannot be left behind.`, 'Keep it.');
  }
  const grows = growingPartition(kept, rules, source.sectorBytes);
  const items: Item[] = [];
  for (const partition of kept) {
    const rule = rules[partition.number];
    if (!rule)
      return refuse('no-rule', `Nothing is known of ${called(partition)}.`, 'Read the old drive again.');
    const byHand = wish.sizesMiB[partition.number];
    const sized =
      byHand === undefined
        ? ok(partitionBytes(partition, source.sectorBytes))
        : sizeByHand(partition, rule, byHand);
    if (!sized.ok) return sized;
    items.push({
      part: partition,
      rule,
      bytes: sized.value,
      isNew: false,
      takesRest: partition === grows && byHand === undefined,
    });
  }
  if (wish.secondSystemMiB !== null) {
    const added = newSystemPartition(source, wish.secondSystemMiB);
    if (!added.ok) return added;
    const behind = grows ? kept.indexOf(grows) + 1 : items.length;
    items.splice(behind, 0, { ...added.value, isNew: true, takesRest: false });
  }
  if (items.length > entryCount)
    return refuse('too-many-parts', `More than ${entryCount} partitions.`, 'Leave one behind.');
  return ok(items);
}

/** Places items from the front; null where one that must stay is in the way of what comes before it. */
function placeForward(
  items: Item[],
  sectorBytes: number,
  from: number,
): { placed: Placed[]; end: number } | null {
  const placed: Placed[] = [];
  let end = from;
  let isShifted = false;
  for (const item of items) {
    const own = item.part.firstSector * sectorBytes;
    const keeps: boolean = !item.isNew && (!item.rule.mayMove || (!isShifted && own >= end));
    const start: number = keeps ? own : up(end);
    if (start < end) return null;
    isShifted ||= item.isNew || start !== own || item.bytes !== partitionBytes(item.part, sectorBytes);
    placed.push({ item, start, bytes: item.bytes });
    end = start + item.bytes;
  }
  return { placed, end };
}

/** Places items against the end, the last one first; null where one that must stay is in the way. */
function placeBackward(
  items: Item[],
  sectorBytes: number,
  end: number,
): { placed: Placed[]; start: number } | null {
  const placed: Placed[] = [];
  let roomEnd = end;
  for (const item of [...items].reverse()) {
    const start = item.rule.mayMove ? down(roomEnd - item.bytes) : item.part.firstSector * sectorBytes;
    if (start + item.bytes > roomEnd) return null;
    placed.unshift({ item, start, bytes: item.bytes });
    roomEnd = start;
  }
  return { placed, start: roomEnd };
}

/** All items in their places: the front from the start, the rest from the end, and the growing one between. */
function arrange(
  items: Item[],
  rest: number,
  sourceSectorBytes: number,
  room: { start: number; end: number },
  sectorBytes: number,
): Placed[] | 'must-stay' | 'too-small' {
  const front = placeForward(rest === -1 ? items : items.slice(0, rest + 1), sourceSectorBytes, room.start);
  const back = placeBackward(rest === -1 ? [] : items.slice(rest + 1), sourceSectorBytes, room.end);
  if (!front || !back) return 'must-stay';
  const filler = front.placed[rest];
  if (!filler) return front.placed;
  const { rule } = filler.item;
  const reach = Math.max(filler.item.bytes, rule.mostBytes);
  const between = back.start - filler.start;
  if (between < rule.leastBytes) return 'too-small';
  filler.bytes = Math.floor(Math.min(between, reach) / sectorBytes) * sectorBytes;
  filler.stopped = reach < between;
  return [...front.placed, ...back.placed];
}

/** Why the partitions do not fit: held back too much, or what each file system needs first. */
function tooSmall(
  source: PartitionTable,
  target: Target,
  wish: LayoutWish,
  items: Item[],
  rules: PartitionRules,
): { ok: false; fault: Fault } {
  const room = usableBytes(source, target, 0);
  const needed = items.reduce(
    (total, item) => total + up(item.takesRest ? item.rule.leastBytes : item.bytes),
    lineBytes,
  );
  // Whatever the lines ask for: without the share held back they would fit.
  if (wish.holdBackPercent > 0 && planLayout(source, target, { ...wish, holdBackPercent: 0 }, rules).ok)
    return refuse(
      'hold-back',
      `With ${wish.holdBackPercent} % held back the partitions do not fit.`,
      'Hold less back.',
    );
  const rest = items.find((item) => item.takesRest);
  const over = needed - (room.last - room.start);
  const most = rest && rest.rule.leastBytes - over;
  const used = rest?.rule.usedBytes ?? null;
  const canShrink = rest !== undefined && used !== null && most !== undefined && used * 1.05 < most;
  return refuse(
    'target-smaller',
    `The partitions of the old drive need ${gb(needed)} and the new one has room for ${gb(room.last - room.start)}.`,
    canShrink
      ? `${called(rest.part)} uses only ${gb(used)}: make its ${rest.rule.holds} smaller in the device first, to ${gb(down(most))} at most, or choose a larger drive.`
      : `Choose a drive with ${gb(needed)} or more.`,
  );
}

/**
 * Carries the partitions of `source` to a drive of `target` size, all on 1 MiB lines: what stands before the growing partition
 * stays, what stands behind it goes to the end, and it takes the room between. Sizes by hand, partitions left behind and
 * room for a second system come from the wish. A smaller target works where the file systems themselves are smaller.
 * Faults: `source-broken`, `sector-size`, `target-smaller`, `hold-back`, `partition-too-small`, `partition-too-large`, `partition-needed`, `must-stay`.
 */
export function planLayout(
  source: PartitionTable,
  target: Target,
  wish: LayoutWish,
  rules: PartitionRules,
): Result<Layout> {
  const broken = checkPartitions(source)[0];
  if (broken)
    return refuse(
      'source-broken',
      broken.sentence,
      'The drive or image is shorter than it claims, or its table is damaged: read it again, or mend the table first.',
    );
  const kept = source.partitions.filter((partition) => !wish.dropped.includes(partition.number));
  const bound = checkExtended(source, target) ?? checkSectors(source, kept, target, rules);
  if (bound) return { ok: false, fault: bound };
  const listed = itemsFor(source, wish, rules);
  if (!listed.ok) return listed;
  const items = listed.value;
  const room = usableBytes(source, target, wish.holdBackPercent);
  const rest = items.findIndex((item) => item.takesRest);
  const arranged = arrange(items, rest, source.sectorBytes, room, target.sectorBytes);
  if (arranged === 'must-stay')
    return refuse(
      'must-stay',
      'A partition that cannot be moved stands in the way.',
      'Leave the sizes before it as they are.',
    );
  const end = wish.holdBackPercent > 0 ? room.end : room.last;
  // On a drive of the same size nothing may give way to the 1 MiB lines: then everything keeps its place.
  const plain = arranged === 'too-small' ? placeForward(items, source.sectorBytes, room.start) : null;
  const placed = plain && plain.end <= end ? plain.placed : arranged === 'too-small' ? null : arranged;
  const last = placed?.at(-1);
  if (!placed || (last && last.start + last.bytes > end)) return tooSmall(source, target, wish, items, rules);
  const filler = placed.find(({ item }) => item.takesRest);
  const growthStoppedBy = filler?.stopped
    ? `the tables of ${called(filler.item.part)} reach no further`
    : null;
  const partitions = placed.map((one) => placedPart(one, source, target));
  const used = partitions.reduce(
    (total, partition) => total + partition.to.lastSector - partition.to.firstSector + 1,
    0,
  );
  return ok({
    kind: source.kind,
    sectorBytes: target.sectorBytes,
    sourceSectorBytes: source.sectorBytes,
    sourceSectors: source.driveSectors,
    targetSectors: target.sectors,
    diskGuid: source.diskGuid,
    partitions,
    dropped: source.partitions
      .filter((partition) => wish.dropped.includes(partition.number))
      .map((partition) => ({
        number: partition.number,
        name: partition.name,
        bytes: partitionBytes(partition, source.sectorBytes),
        firstSector: partition.firstSector,
      })),
    spareBytes: room.last - room.start - used * target.sectorBytes,
    growthStoppedBy,
  });
}

function placedPart({ item, start, bytes }: Placed, source: PartitionTable, target: Target): PlacedPartition {
  const { number, name, typeGuid, partGuid, attributes, firstSector, lastSector } = item.part;
  const own = partitionBytes(item.part, source.sectorBytes);
  const first = start / target.sectorBytes;
  const moves = start !== firstSector * source.sectorBytes;
  const resized = bytes > own ? 'grows' : bytes < own ? 'shrinks' : null;
  const moved = moves ? (resized ? (`moves and ${resized}` as const) : 'moves') : (resized ?? 'stays');
  return {
    number,
    name,
    typeGuid,
    partGuid,
    attributes,
    from: item.isNew ? null : { firstSector, lastSector },
    to: { firstSector: first, lastSector: first + Math.ceil(bytes / target.sectorBytes) - 1 },
    change: item.isNew ? 'new' : moved,
    grownBy: !item.isNew && bytes > own ? item.rule.grownBy : null,
  };
}
