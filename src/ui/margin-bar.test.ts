import { about, atLeast, atMost, exact, missing, named, oneOf, within } from '@/core/margin';
import { brimShare, marginBar, trackPercent } from './margin-bar';

const origin = { kind: 'measured', note: 'test' } as const;
const words = { id: 'h', what: 'Height', unit: 'mm' } as const;

describe('margin bar', () => {
  it('puts the value and both ends of its uncertainty on the scale of the limit', () => {
    const bar = marginBar(atMost(words, about(8, 1, 1, origin), exact(10, origin)))!;
    expect(bar).toEqual({ at: 0.8, from: 0.7, to: 0.9 });
    expect(marginBar(atLeast(words, about(8, 3, 2, origin), exact(4, origin)))).toEqual({
      at: 0.5,
      from: 0.4,
      to: 0.8,
    });
  });

  it('shows the nearer side of a window', () => {
    expect(marginBar(within(words, exact(12, origin), exact(10, origin), exact(35, origin)))?.at).toBeCloseTo(
      10 / 12,
    );
    expect(marginBar(within(words, exact(30, origin), exact(10, origin), exact(35, origin)))?.at).toBeCloseTo(
      30 / 35,
    );
  });

  it('draws nothing for names, missing numbers and values without a share', () => {
    expect(marginBar(oneOf(words, named('M', origin), ['M'], origin))).toBeNull();
    expect(marginBar(atMost(words, missing('x', 'y'), exact(1, origin)))).toBeNull();
    expect(marginBar(atMost(words, exact(0, origin), exact(1, origin)))).toBeNull();
  });

  it('stands at the brim where the limit is used up, and never runs off the track', () => {
    expect(trackPercent(1)).toBeCloseTo(brimShare * 100);
    expect([trackPercent(9), trackPercent(-1)]).toEqual([100, 0]);
  });
});
