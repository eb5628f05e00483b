import type { HeatCurve } from '@/core/heat';
import { curveAt, heatPicture, heatSize } from './heat-geometry';

const curve = (name: string, to: number): HeatCurve => {
  const nominalC = Array.from({ length: 91 }, (_, i) => 24 + ((to - 24) * i) / 90);
  return {
    name,
    everyS: 20,
    nominalC,
    p05C: nominalC.map((c) => c - 4),
    p95C: nominalC.map((c) => c + 6),
    throttles: 0,
    firstThrottleMin: null,
    warningC: 82,
    runs: 10,
  };
};

/** All y coordinates of a path. */
const ys = (path: string) => [...path.matchAll(/,(-?[\d.]+)/gu)].map((match) => Number(match[1]));

describe('the heat chart', () => {
  const curves = [curve('as built', 50), curve('no contact', 78)];
  const picture = heatPicture(curves, [82, 75]);

  it('keeps curves, bands and limits inside, hotter above cooler', () => {
    for (const { line, band: area } of picture.curves)
      for (const y of [...ys(line), ...ys(area)]) {
        expect(y).toBeGreaterThanOrEqual(0);
        expect(y).toBeLessThanOrEqual(heatSize.height);
      }
    expect(picture.y(82)).toBeGreaterThanOrEqual(0);
    expect(picture.curves[1]!.endY).toBeLessThan(picture.curves[0]!.endY);
    expect(picture.y(60)).toBeLessThan(picture.y(40));
  });

  it('reads back the moment under a pointer, and no moment outside', () => {
    expect(picture.seconds(picture.x(900))).toBeCloseTo(900);
    expect(picture.seconds(-50)).toBe(0);
    expect(picture.seconds(9999)).toBe(1800);
    expect(picture.ticksMin.map(({ at }) => at)).toEqual(expect.arrayContaining([0, 10, 20, 30]));
  });

  it('says of a moment what its nearest point says', () => {
    expect(curveAt(curves[0]!, 899)).toMatchObject({ seconds: 900, nominalC: expect.closeTo(37) });
    expect(curveAt(curves[0]!, 1e6).seconds).toBe(1800);
    expect(curveAt(curves[0]!, -5)).toMatchObject({ seconds: 0, p05C: 20, p95C: 30 });
  });
});
