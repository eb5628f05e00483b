import fc from 'fast-check';
import { type Known, about, missing } from '../margin';
import { padStack } from '../stack';
import { padSqueeze, padThicknessWanted, sinkLift } from '.';
import { origin, pad } from './demo.test.data';

describe('pads in a gap', () => {
  it('are lifted over, or wanted, as one works it out by hand', () => {
    const thick = padStack([{ ...pad('lindrel-soft-300'), freeThicknessMm: about(6, 0.05, 0.05, origin) }])!;
    // 6 mm pressed by 45 % is 3.30 mm in a gap of 1.75: lifted by 1.55.
    expect(sinkLift(thick, about(1.75, 0, 0, origin))).toMatchObject({ value: expect.closeTo(1.55) });
    const wanted = padThicknessWanted(about(1.75, 0.2, 0.2, origin), { from: 8, to: 45 });
    expect(wanted?.from).toBeCloseTo(1.95 / 0.92);
    expect(wanted?.to).toBeCloseTo(1.55 / 0.55);
  });

  it('are squeezed between the corners of the tolerances: a brute-force search finds nothing outside', () => {
    const positive = fc.double({ min: 0.3, max: 4, noNaN: true });
    const spread = fc.double({ min: 0, max: 0.2, noNaN: true });
    const share = fc.double({ min: 0, max: 1, noNaN: true });
    fc.assert(
      fc.property(positive, spread, positive, spread, share, share, (free, freeTol, gap, gapTol, u, v) => {
        const stack = { freeThicknessMm: about(free, freeTol, freeTol, origin) };
        const squeeze = padSqueeze(stack, about(gap, gapTol, gapTol, origin)) as Known;
        const one = (1 - (gap - gapTol + 2 * gapTol * u) / (free - freeTol + 2 * freeTol * v)) * 100;
        return one >= squeeze.value - squeeze.minus! - 1e-6 && one <= squeeze.value + squeeze.plus! + 1e-6;
      }),
    );
    expect(padSqueeze({ freeThicknessMm: about(1, 0, 0, origin) }, missing('gap', 'measure it')).known).toBe(
      false,
    );
  });
});
