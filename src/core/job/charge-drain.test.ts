import fc from 'fast-check';
import { chargeRunsDown, withCharge } from '.';

/** Of readings that tell how long it takes. */
function told(...asked: Parameters<typeof chargeRunsDown>) {
  const left = chargeRunsDown(...asked);
  if (!left) throw new Error('nobody can tell');
  return left;
}

const clock = (minutes: number) => new Date(Date.UTC(2030, 0, 8, 8) + minutes * 60_000).toISOString();
const seen = (...readings: [minutes: number, percent: number][]) =>
  readings.map(([minutes, percent]) => ({ at: clock(minutes), percent }));

it('by hand: from 64 to 44 in two hours, below 30 it is in an hour and a half, later or sooner by what readings may be off', () => {
  const runs = told(seen([0, 64], [120, 44]), 30, clock(120));
  expect(runs.middle).toBeCloseTo(14.5 / (20 / 120), 9);
  expect(runs.least).toBeCloseTo(14 / (21 / 120), 9);
  expect(runs.most).toBeCloseTo(15 / (19 / 120), 9);
  const later = told(seen([0, 64], [120, 44]), 30, clock(150));
  expect(later.middle).toBeCloseTo(runs.middle - 30, 9);
  expect(chargeRunsDown(seen([0, 64], [120, 44]), 30, clock(600))).toEqual({ least: 0, middle: 0, most: 0 });
});

it.each([
  ['one reading', seen([0, 64])],
  ['no reading', undefined],
  ['readings that are too near', seen([0, 64], [9, 50])],
  ['a charge that falls by no more than readings are off', seen([0, 64], [60, 63])],
  ['a charge that rises', seen([0, 50], [60, 64])],
  ['a charge that is low enough', seen([0, 64], [60, 29])],
  ['a charge that was put in behind what fell', seen([0, 90], [60, 40], [90, 80])],
])('nobody can tell from %s', (_, readings) => {
  expect(chargeRunsDown(readings, 30, clock(120))).toBeNull();
});

it('counts from where it last began to fall', () => {
  const runs = told(seen([0, 90], [60, 40], [90, 80], [150, 70], [210, 60]), 30, clock(210));
  expect(runs.middle).toBeCloseTo(30.5 / (20 / 120), 9);
});

it('keeps the last readings, and a clock that was set back makes no time', () => {
  let kept = withCharge(undefined, { at: clock(0), percent: 90 });
  for (let n = 1; n < 60; n += 1) kept = withCharge(kept, { at: clock(n), percent: 90 - n });
  expect([kept.length, kept.at(-1)?.percent]).toEqual([20, 31]);
  expect(chargeRunsDown(seen([60, 64], [0, 44]), 30, clock(0))).toBeNull();
});

it('the range holds whatever falls evenly and is read in whole percent', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0.02, max: 1, noNaN: true }),
      fc.double({ min: 60, max: 99, noNaN: true }),
      fc.integer({ min: 15, max: 300 }),
      (perMinute, start, minutes) => {
        const shown = (at: number) => Math.round(start - perMinute * at);
        if (shown(minutes) < 30) return;
        const runs = chargeRunsDown(seen([0, shown(0)], [minutes, shown(minutes)]), 30, clock(minutes));
        if (!runs) return;
        // When it first shows 29: below 29.5 in truth.
        const truth = (start - perMinute * minutes - 29.5) / perMinute;
        expect(truth).toBeGreaterThan(runs.least - 1e-6);
        expect(truth).toBeLessThan(runs.most + 1e-6);
      },
    ),
  );
});
