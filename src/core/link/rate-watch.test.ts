import fc from 'fast-check';
import { RateWatch, rankSuspects } from '.';

/** So many stretches of half a second at one rate. */
function feed(watch: RateWatch, stretches: number, bytesPerS: number) {
  for (let i = 0; i < stretches; i += 1) watch.add(bytesPerS / 2, 500);
}

describe('the rate of a copy', () => {
  it('is steady while it is steady: no drop, and a time left that is a plain division', () => {
    const watch = new RateWatch();
    feed(watch, 30, 100e6);
    const report = watch.report(1e9);
    expect(report).toMatchObject({ nowBytesPerS: 100e6, drop: null });
    expect(report.secondsLeft).toEqual({ least: 10, middle: 10, most: 10 });
  });

  it('that falls and stays low is a drop, where it began; a single slow moment is none', () => {
    const watch = new RateWatch();
    feed(watch, 20, 400e6);
    feed(watch, 1, 30e6);
    feed(watch, 10, 400e6);
    expect(watch.report(0).drop).toBeNull();
    feed(watch, 3, 80e6);
    expect(watch.report(0).drop).toEqual({
      fromBytesPerS: 400e6,
      toBytesPerS: 80e6,
      atBytes: 30 * 200e6 + 15e6,
    });
  });

  it('is told as held only after a while, keeps the first such rate through a short one, and moves to the next that is held', () => {
    const watch = new RateWatch();
    feed(watch, 7, 40e6);
    expect(watch.report(0).steadyBytesPerS).toBeNull();
    feed(watch, 1, 44e6);
    expect(watch.report(0).steadyBytesPerS).toBe(40e6);
    feed(watch, 3, 300e6);
    feed(watch, 8, 36e6);
    expect(watch.report(0).steadyBytesPerS).toBe(40e6);
    feed(watch, 8, 300e6);
    expect(watch.report(0).steadyBytesPerS).toBe(300e6);
  });

  it('that strays from moment to moment is held where its middle is; one that rises or falls all the time is not', () => {
    const noisy = new RateWatch();
    for (let i = 0; i < 40; i += 1) feed(noisy, 1, 40e6 * [1, 0.6, 1.3, 1][i % 4]!);
    expect(noisy.report(0).steadyBytesPerS).toBe(40e6);
    const rising = new RateWatch();
    for (let i = 0; i < 24; i += 1) feed(rising, 1, 10e6 * 1.3 ** i);
    expect(rising.report(0).steadyBytesPerS).toBeNull();
  });

  it('never takes more than 120 stretches to draw, and a range that holds its middle', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 500e6 }), { minLength: 1, maxLength: 800 }), (rates) => {
        const watch = new RateWatch();
        for (const rate of rates) feed(watch, 1, rate);
        const { curve, secondsLeft } = watch.report(1e9);
        const ordered =
          !secondsLeft || (secondsLeft.least <= secondsLeft.middle && secondsLeft.middle <= secondsLeft.most);
        return curve.length <= 121 && ordered;
      }),
    );
  });
});

describe('what holds a copy back', () => {
  const first = (seen: number, expected: number) => rankSuspects(seen, expected)[0];

  it('is nobody while the rate is near what the links carry', () => {
    expect(rankSuspects(700e6, 1000e6)).toEqual([]);
    expect(rankSuspects(0, 1000e6)).toEqual([]);
  });

  it('is the cable first at the rate of USB 2.0, a port of 5 Gb/s at 400', () => {
    expect(first(37e6, 900e6)).toMatchObject({ link: 'cable' });
    expect(first(400e6, 900e6)).toMatchObject({ link: 'port', what: expect.stringContaining('5 Gb/s') });
  });

  it('shares one whole among all, in order, and says what to try', () => {
    fc.assert(
      fc.property(fc.double({ min: 1e5, max: 4e8, noNaN: true }), (seen) => {
        const suspects = rankSuspects(seen, 1e9);
        const sum = suspects.reduce((total, { share }) => total + share, 0);
        return (
          Math.abs(sum - 1) < 1e-9 &&
          suspects.every(
            ({ share, tryThis }, i) => share <= (suspects[i - 1]?.share ?? 1) && tryThis.length > 0,
          )
        );
      }),
    );
  });
});
