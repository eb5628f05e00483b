import { type Layout, type PlacedPartition, oldBytes, placedBytes } from '@/core/disk';

export type RibbonPartition = {
  part: PlacedPartition;
  fromX: number;
  /** 0 for a new partition, which comes from nowhere. */
  fromWidth: number;
  toX: number;
  toWidth: number;
  path: string;
};
export type Ribbons = {
  width: number;
  sourceWidth: number;
  targetWidth: number;
  parts: RibbonPartition[];
  dropped: { number: number; name: string; x: number; width: number }[];
  spare: { x: number; width: number } | null;
};

const width = 820;
const leastPx = 12;
export const ribbonRows = { sourceY: 26, targetY: 122, barHeight: 46 } as const;

/**
 * Old drive above, new one below, on one scale of bytes; partitions too small to see get a least width,
 * taken from the widest. Everything stays in its order and inside its drive.
 */
export function ribbonGeometry(layout: Layout): Ribbons {
  const sourceBytes = layout.sourceSectors * layout.sourceSectorBytes;
  const targetBytes = layout.targetSectors * layout.sectorBytes;
  const scale = width / Math.max(targetBytes, sourceBytes);
  const { above, sourceWidth } = sourceRow(layout, sourceBytes * scale);
  const showsSpare = layout.spareBytes / targetBytes > 0.005;
  const targetWidth = Math.max(targetBytes * scale, (layout.partitions.length + 1) * leastPx * 3);
  const to = widths(
    [
      ...layout.partitions.map((part) => placedBytes(layout, part)),
      ...(showsSpare ? [layout.spareBytes] : []),
    ],
    targetWidth,
  );
  let toX = 0;
  const parts = layout.partitions.map((part, i): RibbonPartition => {
    const { x, width: fromWidth } = above.get(part.number) ?? { x: toX + to[i]! / 2, width: 0 };
    const placed = { part, fromX: x, fromWidth, toX, toWidth: to[i]!, path: '' };
    toX += to[i]!;
    return { ...placed, path: fromWidth > 0 ? ribbonPath(placed) : '' };
  });
  return {
    width,
    sourceWidth,
    targetWidth,
    parts,
    dropped: layout.dropped.map(({ number, name }) => ({ number, name, ...above.get(number)! })),
    spare: showsSpare ? { x: toX, width: to.at(-1)! } : null,
  };
}

/** Where each partition of the old drive is drawn, those that stay behind among them, by number. */
function sourceRow(layout: Layout, scaledWidth: number) {
  const old = [
    ...layout.partitions.flatMap((part) =>
      part.from ? [{ number: part.number, at: part.from.firstSector, bytes: oldBytes(layout, part) }] : [],
    ),
    ...layout.dropped.map(({ number, bytes, firstSector }) => ({ number, at: firstSector, bytes })),
  ].sort((a, b) => a.at - b.at);
  const sourceWidth = Math.max(scaledWidth, (old.length + 1) * leastPx * 3);
  const drawn = widths(
    old.map(({ bytes }) => bytes),
    sourceWidth,
  );
  let x = 0;
  const above = new Map<number, { x: number; width: number }>();
  old.forEach(({ number }, i) => {
    above.set(number, { x, width: drawn[i]! });
    x += drawn[i]!;
  });
  return { above, sourceWidth };
}

/** Shares `total` pixels by size; none gets less than the least. */
function widths(sizes: number[], total: number): number[] {
  const sum = sizes.reduce((a, b) => a + b, 0);
  const raw = sizes.map((size) => (size / sum) * total);
  const lifted = raw.map((px) => Math.max(px, leastPx));
  const excess = lifted.reduce((a, b) => a + b, 0) - total;
  const widest = lifted.indexOf(Math.max(...lifted));
  return lifted.map((px, i) => (i === widest ? px - excess : px));
}

function ribbonPath({ fromX, fromWidth, toX, toWidth }: Omit<RibbonPartition, 'path' | 'part'>): string {
  const top = ribbonRows.sourceY + ribbonRows.barHeight;
  const bottom = ribbonRows.targetY;
  const middle = (top + bottom) / 2;
  const curve = (x1: number, x2: number) => `C${x1} ${middle} ${x2} ${middle} ${x2} `;
  return `M${fromX} ${top} ${curve(fromX, toX)}${bottom} H${toX + toWidth} C${toX + toWidth} ${middle} ${fromX + fromWidth} ${middle} ${fromX + fromWidth} ${top} Z`;
}
