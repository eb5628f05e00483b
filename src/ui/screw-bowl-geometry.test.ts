import { bowlSize, nutPath, screwBowl, screwPxPerMm } from './screw-bowl-geometry';

const row = (id: string, count: number, lengthMm: number, inBowl: number) => ({
  group: {
    id,
    where: id,
    count,
    lengthMm,
    bit: 'PH0',
    captive: false,
    kind: 'screw' as const,
    under: null,
    emptyHoles: 0,
    tighten: null,
  },
  inBowl,
  inPlace: count - inBowl,
  lost: false,
});

describe('screw bowl', () => {
  const sectors = screwBowl([row('back', 7, 8, 7), row('feet', 3, 14, 1), row('fan', 1, 6, 0)]);

  it('gives each group a sector, all of them the whole bowl', () => {
    expect(sectors[0]!.startAngle).toBe(0);
    expect(sectors.at(-1)!.endAngle).toBeCloseTo(2 * Math.PI);
    sectors.slice(1).forEach((sector, i) => expect(sector.startAngle).toBeCloseTo(sectors[i]!.endAngle));
  });

  it('draws as many screws as there are, to length, and only those in the bowl as in it', () => {
    expect(sectors.map((sector) => sector.screws.filter((screw) => screw.inBowl).length)).toEqual([7, 1, 0]);
    const length = (s: { x: number; y: number; tipX: number; tipY: number }) =>
      Math.hypot(s.tipX - s.x, s.tipY - s.y);
    expect(length(sectors[1]!.screws[0]!) - length(sectors[0]!.screws[0]!)).toBeCloseTo(6 * screwPxPerMm);
  });

  it('keeps every label inside the rim, wherever its sector lies', () => {
    for (const sector of screwBowl([
      row('back, upper', 4, 5.5, 0),
      row('back, lower', 2, 9, 0),
      row('back, centre', 1, 7, 0),
      row('drive', 1, 3, 0),
    ])) {
      const half = (sector.row.group.where.length * 7) / 2;
      expect(Math.hypot(Math.abs(sector.labelX) + half, sector.labelY)).toBeLessThan(bowlSize.radius);
    }
  });

  it('keeps even a long screw inside the rim', () => {
    const [sector] = screwBowl([row('long', 1, 20, 1)]);
    const { tipX, tipY } = sector!.screws[0]!;
    expect(Math.hypot(tipX, tipY)).toBeLessThan(bowlSize.radius - bowlSize.rim);
  });

  it('draws a nut as six corners of one size around its hole', () => {
    const corners = [...nutPath.split('Z')[0]!.matchAll(/[ML](-?[\d.]+) (-?[\d.]+)/gu)];
    expect(corners).toHaveLength(6);
    for (const [, x, y] of corners) expect(Math.hypot(Number(x), Number(y))).toBeCloseTo(9, 1);
  });
});
