import { about, exact, missing } from '../margin';
import { chainRate, negotiated, pcieRate } from '.';

const origin = { kind: 'measured', note: 'test' } as const;

describe('link', () => {
  it('computes generation 4 ×4 by hand', () => {
    // 4 × 1969.2 = 7876.8 MB/s; × 256/280 = 7201.6; × 128/152 = 6633.1; × 512/536 = 7524.1
    const rate = pcieRate({ generation: 4, lanes: 4 });
    expect(rate.value / 1e6).toBeCloseTo(7201.6, 0);
    expect((rate.value - rate.minus!) / 1e6).toBeCloseTo(6633.1, 0);
    expect((rate.value + rate.plus!) / 1e6).toBeCloseTo(7524.1, 0);
  });

  it('negotiates to the lower of both ends', () => {
    expect(negotiated({ generation: 5, lanes: 4 }, { generation: 4, lanes: 2 })).toEqual({
      generation: 4,
      lanes: 2,
    });
  });

  it('runs at its narrowest link, and a wider one changes nothing', () => {
    const slow = { name: 'case', rate: about(400, 50, 20, origin) };
    const chain = chainRate([{ name: 'drive', rate: exact(7000, origin) }, slow]);
    expect(chain).toMatchObject({ narrowest: 'case', rate: { value: 400, minus: 50, plus: 20 } });
    expect(chainRate([slow, { name: 'faster', rate: exact(9e9, origin) }]).rate).toMatchObject({
      value: 400,
      minus: 50,
    });
  });

  it('is unknown where one link is, or where there is none', () => {
    expect(chainRate([{ name: 'x', rate: missing('x', 'y') }]).rate.known).toBe(false);
    expect(chainRate([]).rate.known).toBe(false);
  });
});
