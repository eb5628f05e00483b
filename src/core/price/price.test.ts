import fc from 'fast-check';
import { type PriceSeen, type Priced, latestPrice, priceOfRow, priceTrend } from '.';

const seen = (day: string, minor: number, more: Partial<PriceSeen> = {}): PriceSeen => ({
  partId: 'ostrel-marl-2000',
  day,
  price: { minor, currency: 'EUR' },
  seller: '',
  stock: null,
  ...more,
});
const day = (n: number) => new Date(Date.UTC(2026, 0, 1) + n * 86_400_000).toISOString().slice(0, 10);
const today = day(200);

describe('the trend of a price', () => {
  it('is not there with too few days, or too short a while', () => {
    expect(
      priceTrend(
        [0, 20, 40, 60, 80].map((n) => seen(day(n), 1000)),
        today,
        'EUR',
      ),
    ).toMatchObject({ kind: 'few', days: 5 });
    expect(
      priceTrend(
        [0, 1, 2, 3, 4, 5, 6].map((n) => seen(day(n), 1000)),
        today,
        'EUR',
      ).kind,
    ).toBe('few');
    // Another currency, and what nobody had, count for nothing.
    const other = [0, 20, 40, 60, 80, 100].map((n) =>
      seen(day(n), 1000, { price: { minor: 9, currency: 'USD' } }),
    );
    expect(priceTrend(other, today, 'EUR')).toMatchObject({ kind: 'few', days: 0 });
    expect(
      priceTrend(
        [0, 20, 40, 60, 80, 100].map((n) => seen(day(n), 1000, { stock: 0 })),
        today,
        'EUR',
      ).kind,
    ).toBe('few');
  });

  it('of one that falls two in a hundred a month is that, and says wait', () => {
    const falling = [0, 30, 60, 90, 120, 150].map((n) =>
      seen(day(n), Math.round(100_000 * 0.98 ** (n / 30))),
    );
    const trend = priceTrend(falling, today, 'EUR');
    expect(trend).toMatchObject({ kind: 'trend', percentAMonth: expect.closeTo(-2, 2), says: 'wait' });
    const rising = falling.map((one, i) => ({ ...one, day: day(150 - i * 30) }));
    expect(priceTrend(rising, today, 'EUR')).toMatchObject({ says: 'buy now' });
  });

  it('against a line by hand: slope, range and five degrees of freedom', () => {
    // ln prices 0, 0.1, 0, 0.1, 0, 0.1, 0 at 0, 20 … 120 days: by symmetry no slope, and a range that holds none.
    const jumping = [0, 1, 0, 1, 0, 1, 0].map((up, i) =>
      seen(day(i * 20), Math.round(100_000 * Math.exp(0.1 * up))),
    );
    const trend = priceTrend(jumping, today, 'EUR');
    // Sxx = 400 × 28 = 11,200; residual sum 0.01 × (12/7); s/√Sxx = √(0.01714/5/11200) = 5.533e-4 a day; t₀.₉₅,₅ = 2.015.
    expect(trend).toMatchObject({
      percentAMonth: expect.closeTo(0, 2),
      high: expect.closeTo((Math.exp(30 * 2.015 * 5.533e-4) - 1) * 100, 1),
      says: 'no trend',
    });
  });

  it('is not told from prices that are old', () => {
    const rising = [0, 30, 60, 90, 120, 150].map((n) => seen(day(n), 1000 + n));
    expect(priceTrend(rising, day(240), 'EUR').kind).toBe('trend');
    expect(priceTrend(rising, day(241), 'EUR')).toMatchObject({
      kind: 'few',
      why: expect.stringContaining('91 days'),
    });
  });

  it('never says more where prices are only multiplied', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 500, max: 50_000 }), { minLength: 6, maxLength: 12 }),
        (minors) => {
          const list = (by: number) => minors.map((minor, i) => seen(day(200 - i * 15), minor * by));
          const [one, ten] = [priceTrend(list(1), today, 'EUR'), priceTrend(list(10), today, 'EUR')];
          expect(one.kind).toBe('trend');
          if (one.kind === 'trend' && ten.kind === 'trend') {
            expect(ten.percentAMonth).toBeCloseTo(one.percentAMonth, 6);
            expect(one.low).toBeLessThanOrEqual(one.high);
          }
        },
      ),
    );
  });
});

it('the latest price is of the newest day, there the lowest that can be had', () => {
  const list = [
    seen('2026-03-01', 900),
    seen('2026-05-01', 1200),
    seen('2026-05-01', 1000, { stock: 0 }),
    seen('2026-05-01', 1100, { seller: 'b' }),
  ];
  expect(latestPrice(list, 'EUR')).toMatchObject({ price: { minor: 1100 }, day: '2026-05-01' });
  expect(latestPrice(list, 'USD')).toBeNull();
});

describe('a line of a price list', () => {
  const parts: Priced[] = [
    { id: 'ostrel-marl-2000', maker: 'Ostrel', model: 'Marl', labelGB: 2000 },
    { id: 'ostrel-marl-1000', maker: 'Ostrel', model: 'Marl', labelGB: 1000 },
    { id: 'orme-low-6', maker: 'Orme', model: 'Low 6', labelGB: null },
  ];
  const read = (row: Record<string, string>) =>
    priceOfRow(row, 7, { parts, currency: 'EUR', today: '2026-11-27T10:00:00Z' });

  it('names its part by its id, or by maker, model and size', () => {
    expect(
      read({ id: 'ostrel-marl-2000', price: '89,90', date: '2026-05-18', seller: 'Quay', stock: '4' }),
    ).toEqual({
      price: {
        partId: 'ostrel-marl-2000',
        day: '2026-05-18',
        price: { minor: 8990, currency: 'EUR' },
        seller: 'Quay',
        stock: 4,
      },
    });
    expect(read({ maker: 'ostrel', model: 'MARL', GB: '1000', price: '50' })).toMatchObject({
      price: { partId: 'ostrel-marl-1000', day: '2026-11-27', stock: null },
    });
    expect(read({ maker: 'Orme', model: 'Low 6', price: '5', currency: 'usd' })).toMatchObject({
      price: { partId: 'orme-low-6', price: { minor: 500, currency: 'USD' } },
    });
  });

  it.each([
    [{ id: 'nobody', price: '1' }, 'id'],
    [{ maker: 'Ostrel', model: 'Marl', price: '1' }, 'model'],
    [{ id: 'orme-low-6', price: 'much' }, 'price'],
    [{ id: 'orme-low-6', price: '-4' }, 'price'],
    [{ id: 'orme-low-6', price: '4', currency: '€' }, 'currency'],
    [{ id: 'orme-low-6', price: '4', date: '2027-01-01' }, 'date'],
    [{ id: 'orme-low-6', price: '4', date: '18.5.26' }, 'date'],
    [{ id: 'orme-low-6', price: '4', stock: 'some' }, 'stock'],
  ])('%j is refused at its %s, with the file’s own line and a cell that would do', (row, column) => {
    expect(read(row as Record<string, string>)).toEqual({
      faults: [
        {
          row: 7,
          column,
          fault: expect.stringMatching(/\.$/u),
          fix: expect.stringMatching(/uch as|letters|whole number|Name it/u),
        },
      ],
    });
  });
});
