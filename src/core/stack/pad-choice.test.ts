import fc from 'fast-check';
import { randomLcg } from 'd3-random';
import { about, atMostKnown, exact } from '../margin';
import { pad, pads } from '../fit/demo.test.data';
import {
  type Dimension,
  choosePads,
  padCombinations,
  padKPerW,
  padStack,
  pressureAt,
  squeezeAt,
  whyPad,
} from '.';

const origin = { kind: 'measured', note: 'test' } as const;
const gapOf = (value: number, spread: number): Dimension[] => [
  { id: 'gap', name: 'gap', mm: about(value, spread, spread, origin), sign: 1 },
];
const ask = (gap: Dimension[], layers: 1 | 2 = 2) =>
  choosePads({
    gap,
    areaMm2: about(880, 200, 200, origin),
    forceAtMostN: exact(120, origin),
    pads,
    layers,
    runs: 2000,
    random: randomLcg(0.3),
  });

describe('pads', () => {
  it('follow their curve both ways, straight between its points', () => {
    const { pressureCurve } = pad('lindrel-soft-200');
    expect(pressureAt(pressureCurve, 25)).toBeCloseTo(23.5); // between 20 % at 17 and 30 % at 30 kPa
    expect(squeezeAt(pressureCurve, 23.5)).toBeCloseTo(25);
    expect([pressureAt(pressureCurve, -3), squeezeAt(pressureCurve, 0)]).toEqual([0, 0]);
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 60, noNaN: true }),
        (percent) => Math.abs(squeezeAt(pressureCurve, pressureAt(pressureCurve, percent)) - percent) < 1e-9,
      ),
    );
  });

  it('of one kind on each other are one of both thicknesses; of two kinds the softer gives way more', () => {
    const two = padStack([pad('lindrel-soft-100'), pad('lindrel-soft-150')])!;
    expect(two.freeThicknessMm).toMatchObject({ value: expect.closeTo(2.5), plus: expect.closeTo(0.1) });
    expect(two.squeezePercent).toEqual({ from: expect.closeTo(8), to: expect.closeTo(45) });
    const mixed = padStack([pad('lindrel-soft-100'), pad('lindrel-firm-100')])!;
    // At 85 kPa the firm one has 10 %; the soft one 50 + 10 × 10/45 = 52.2 %: over its 45 %, so the window ends before.
    expect(squeezeAt(mixed.pressureCurve, 85)).toBeCloseTo((52.2 + 10) / 2, 1);
    expect(mixed.squeezePercent.to).toBeLessThan(31);
  });

  it('carry heat by thickness, conductivity, area and faces, worked by hand', () => {
    // 1.75 mm / 3.5 W/mK = 500 mm²K/W; two faces of 20: 540 over 880 mm² is 0.614 K/W.
    expect(padKPerW(padStack([pad('lindrel-soft-250')])!, 1.75, 880)).toBeCloseTo(540 / 880, 6);
  });

  it('are chosen by probability: the best is right nearly always, and its neighbours say why they are not', () => {
    const answer = ask(gapOf(1.75, 0.2));
    if (!answer.known) throw new Error('a closed gap has an answer');
    expect(answer.choices).toHaveLength(padCombinations(pads, 2).length);
    const [best] = answer.choices;
    expect(best!.right).toBeGreaterThan(0.95);
    const single = (id: string) => answer.choices.find((c) => c.pads.length === 1 && c.pads[0]!.id === id)!;
    expect(single('lindrel-soft-150')).toMatchObject({ contact: 0 });
    expect(whyPad(single('lindrel-soft-150'))).toContain('too little');
    expect(whyPad(single('lindrel-firm-200'))).toMatch(/too (little|much|hard)/u);
    for (const { touches, contact, crush, right } of answer.choices) {
      expect(touches).toBeGreaterThanOrEqual(contact);
      expect(right).toBeLessThanOrEqual(Math.min(contact, 1 - crush) + 1e-12);
    }
  });

  it('give no probability where a side is open: what has to be measured is named', () => {
    const open: Dimension[] = [
      ...gapOf(5.2, 0.06),
      { id: 'chips', name: 'chips of the Vesper', mm: atMostKnown(1.35, origin), sign: -1 },
    ];
    expect(ask(open)).toMatchObject({
      known: false,
      missing: { what: expect.stringContaining('chips of the Vesper') },
    });
  });

  it('touch less in a wider gap, whatever the pad', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.5, max: 3, noNaN: true }),
        fc.double({ min: 0.05, max: 1, noNaN: true }),
        (mm, more) => {
          const [near, far] = [ask(gapOf(mm, 0.1), 1), ask(gapOf(mm + more, 0.1), 1)];
          if (!near.known || !far.known) return false;
          return near.choices.every(
            (c) => far.choices.find((o) => o.pads[0]!.id === c.pads[0]!.id)!.contact <= c.contact,
          );
        },
      ),
      { numRuns: 12 },
    );
  });
});
