import type { LedgerRow } from '@/core/work';

export type DrawnScrew = { x: number; y: number; tipX: number; tipY: number; inBowl: boolean };
export type BowlSector = {
  row: LedgerRow;
  startAngle: number;
  endAngle: number;
  labelX: number;
  labelY: number;
  screws: DrawnScrew[];
};

export const bowlSize = { radius: 214, rim: 8, centre: 70 } as const;
/** Screws are drawn to length: pixels for a millimetre. */
export const screwPxPerMm = 3.2;
/** What has no length of its own is drawn this long. */
const shortestDrawnMm = 2;

/**
 * The bowl from above: a sector for each group, as wide as it has screws, each screw a head on an inner ring with its
 * shank outwards, to length. Angles in radians, clockwise from the top; the middle of the drawing is 0, 0.
 */
export function screwBowl(rows: LedgerRow[]): BowlSector[] {
  const weight = (row: LedgerRow) => Math.max(1.6, row.group.count);
  const total = rows.reduce((sum, row) => sum + weight(row), 0);
  let angle = 0;
  const at = (a: number, r: number) => ({ x: Math.sin(a) * r, y: -Math.cos(a) * r });
  return rows.map((row) => {
    const startAngle = angle;
    angle += (weight(row) / total) * 2 * Math.PI;
    const middle = (startAngle + angle) / 2;
    const ring = bowlSize.centre + 13;
    // Between two screws rather than over one.
    const pitch = (angle - startAngle) / row.group.count;
    const label = at(
      middle + (row.group.count > 1 && row.group.count % 2 === 1 ? pitch / 2 : 0),
      bowlSize.radius - 40,
    );
    return {
      row,
      startAngle,
      endAngle: angle,
      labelX: insideAt(label.x, label.y, labelHalfWidth(row)),
      labelY: label.y,
      screws: Array.from({ length: row.group.count }, (_, i) => {
        const a = startAngle + ((i + 0.5) / row.group.count) * (angle - startAngle);
        const head = at(a, ring);
        const tip = at(a, ring + 4 + (row.group.lengthMm ?? shortestDrawnMm) * screwPxPerMm);
        return { ...head, tipX: tip.x, tipY: tip.y, inBowl: i < row.inBowl };
      }),
    };
  });
}

/** A nut from above: a hexagon with its hole, around 0, 0. */
export const nutPath: string = (() => {
  const corner = (i: number) =>
    `${(9 * Math.cos((i * Math.PI) / 3)).toFixed(2)} ${(9 * Math.sin((i * Math.PI) / 3)).toFixed(2)}`;
  const hexagon = Array.from({ length: 6 }, (_, i) => `${i === 0 ? 'M' : 'L'}${corner(i)}`).join(' ');
  return `${hexagon} Z M4 0 A4 4 0 1 0 -4 0 A4 4 0 1 0 4 0 Z`;
})();

/** What stands under a group's name in the bowl. */
export const bowlLabel = (group: LedgerRow['group']): string =>
  group.captive
    ? 'stays in'
    : [group.bit, group.lengthMm === null ? null : `${group.lengthMm} mm`].filter(Boolean).join(' · ');

/** Half the width of a group's label, px, at the sizes it is written in. */
const labelHalfWidth = ({ group }: LedgerRow) =>
  Math.max(group.where.length * 7.2, bowlLabel(group).length * 7.1) / 2;

/** Moves a label sideways until the rim does not cut it. */
function insideAt(x: number, y: number, halfWidth: number): number {
  const inner = bowlSize.radius - bowlSize.rim - 4;
  const most = Math.sqrt(Math.max(0, inner ** 2 - (Math.abs(y) + 14) ** 2)) - halfWidth;
  return Math.max(-Math.max(0, most), Math.min(Math.max(0, most), x));
}
