import type { Layout, PlacedPart } from '@/core/disk';

export type RibbonPart = {
  part: PlacedPart;
  fromX: number;
  fromWidth: number;
  toX: number;
  toWidth: number;
  path: string;
};
export type Ribbons = {
  width: number;
  sourceWidth: number;
  parts: RibbonPart[];
  spare: { x: number; width: number } | null;
};

const width = 820;
const leastPx = 12;
export const ribbonRows = { sourceY: 26, targetY: 122, barHeight: 46 } as const;

/**
 * Old drive above, new one below, on one scale of bytes; parts too small to see get a least width,
 * taken from the widest. Everything stays in its order and inside its drive.
 */
export function ribbonGeometry(layout: Layout): Ribbons {
  const scale = width / Math.max(layout.targetSectors, layout.sourceSectors);
  const sourceWidth = Math.max(layout.sourceSectors * scale, (layout.parts.length + 1) * leastPx * 3);
  const sectors = (side: { firstSector: number; lastSector: number }) =>
    side.lastSector - side.firstSector + 1;
  const from = widths(
    layout.parts.map((part) => sectors(part.from)),
    sourceWidth,
  );
  const spareSectors = layout.spareBytes / layout.sectorBytes;
  const showsSpare = spareSectors / layout.targetSectors > 0.005;
  const targetWidth = layout.targetSectors * scale;
  const to = widths(
    [...layout.parts.map((part) => sectors(part.to)), ...(showsSpare ? [spareSectors] : [])],
    targetWidth,
  );
  let [fromX, toX] = [0, 0];
  const parts = layout.parts.map((part, i): RibbonPart => {
    const placed = { part, fromX, fromWidth: from[i]!, toX, toWidth: to[i]!, path: '' };
    fromX += from[i]!;
    toX += to[i]!;
    return { ...placed, path: ribbonPath(placed) };
  });
  return { width, sourceWidth, parts, spare: showsSpare ? { x: toX, width: to.at(-1)! } : null };
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

function ribbonPath({ fromX, fromWidth, toX, toWidth }: Omit<RibbonPart, 'path' | 'part'>): string {
  const top = ribbonRows.sourceY + ribbonRows.barHeight;
  const bottom = ribbonRows.targetY;
  const middle = (top + bottom) / 2;
  const curve = (x1: number, x2: number) => `C${x1} ${middle} ${x2} ${middle} ${x2} `;
  return `M${fromX} ${top} ${curve(fromX, toX)}${bottom} H${toX + toWidth} C${toX + toWidth} ${middle} ${fromX + fromWidth} ${middle} ${fromX + fromWidth} ${top} Z`;
}
