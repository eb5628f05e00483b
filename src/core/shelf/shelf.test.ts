import fc from 'fast-check';
import {
  type Incoming,
  type Need,
  type Stock,
  deliveriesOf,
  isOverdue,
  orderList,
  shelfLines,
  takenOf,
} from '.';

const stock = (id: string, onShelf: number, minimum = 0): Stock => ({
  id,
  kind: 'drive',
  name: id,
  onShelf,
  place: null,
  minimum,
  seller: null,
  price: { minor: 100, currency: 'EUR' },
});
const need = (jobId: string, partId: string, count = 1, more: Partial<Need> = {}): Need => ({
  jobId,
  partId,
  count,
  promisedAt: null,
  isOut: false,
  ...more,
});
const order = (
  id: number,
  partId: string,
  count: number,
  expected: string | null,
  jobId: string | null = null,
): Incoming => ({
  id,
  partId,
  count,
  expected,
  jobId,
  orderedAt: '2030-01-01T00:00:00.000Z',
  seller: null,
  price: null,
});

it('a line says what is in the drawer, out, reserved, free and to order', () => {
  const needs = [need('Q-1', 'a', 1, { isOut: true }), need('Q-2', 'a', 2)];
  const [line] = shelfLines([stock('a', 2, 1)], needs, [order(1, 'a', 1, null)]);
  // Two by the book, one of them out; three wanted: one is missing. One comes; the minimum wants one more.
  expect(line).toMatchObject({ inDrawer: 1, free: -1, toOrder: 1 });
  expect(orderList([line!])).toMatchObject([{ partId: 'a', count: 1, forJobs: 'Q-1 Q-2', minimum: 1 }]);
  expect(orderList(shelfLines([stock('a', 2)], [], []))).toEqual([]);
});

it('of what is out though the book knew of none, nothing is ordered again', () => {
  const [line] = shelfLines([stock('a', 0)], [need('Q-1', 'a', 1, { isOut: true })], []);
  expect(line).toMatchObject({ inDrawer: 0, free: 0, toOrder: 0 });
});

it('the shelf goes to those who have it in hand, then to the earliest promise; who waits is told for when', () => {
  const needs = [
    need('Q-1', 'a', 1, { promisedAt: '2030-01-09T00:00:00.000Z' }),
    need('Q-2', 'a', 1, { promisedAt: '2030-01-05T00:00:00.000Z' }),
    need('Q-3', 'a', 1, { isOut: true }),
    need('Q-4', 'a', 1),
  ];
  const incoming = [order(1, 'a', 1, '2030-01-08'), order(2, 'a', 1, '2030-01-04', 'Q-4')];
  expect(deliveriesOf([stock('a', 2)], needs, incoming)).toEqual([
    { jobId: 'Q-1', partId: 'a', missing: 1, ordered: 1, expected: '2030-01-08' },
    { jobId: 'Q-4', partId: 'a', missing: 1, ordered: 1, expected: '2030-01-04' },
  ]);
  // Ordered without a day, and not ordered at all: no day is made up.
  expect(deliveriesOf([stock('a', 0)], [need('Q-1', 'a', 2)], [order(1, 'a', 2, null)])).toMatchObject([
    { missing: 2, ordered: 2, expected: null },
  ]);
  expect(
    deliveriesOf([stock('a', 0)], [need('Q-1', 'a', 2)], [order(1, 'a', 1, '2030-01-08')]),
  ).toMatchObject([{ missing: 2, ordered: 1, expected: null }]);
});

it('who has the part in hand waits for nothing, though the book knows of none', () => {
  expect(deliveriesOf([stock('a', 0)], [need('Q-1', 'a', 1, { isOut: true })], [])).toEqual([]);
});

it('gives nothing out twice, nothing to a stranger, and leaves nobody waiting while something lies there', () => {
  const part = fc.constantFrom('a', 'b');
  const job = fc.constantFrom('Q-1', 'Q-2', 'Q-3');
  fc.assert(
    fc.property(
      fc.array(
        fc.record({
          jobId: job,
          partId: part,
          count: fc.integer({ min: 1, max: 3 }),
          isOut: fc.boolean(),
          promisedAt: fc.constant(null),
        }),
        { maxLength: 6 },
      ),
      fc.array(
        fc.record({
          partId: part,
          count: fc.integer({ min: 1, max: 3 }),
          expected: fc.constantFrom('2030-01-01', '2030-01-02', null),
          jobId: fc.option(job),
        }),
        { maxLength: 5 },
      ),
      fc.nat(4),
      fc.nat(4),
      (needs, orders, a, b) => {
        const incoming = orders.map((one, i) => ({
          ...order(i, one.partId, one.count, one.expected, one.jobId),
        }));
        const told = deliveriesOf([stock('a', a), stock('b', b)], needs, incoming);
        for (const [id, onShelf] of [
          ['a', a],
          ['b', b],
        ] as const) {
          const all = (list: { partId: string; count: number }[]) =>
            list.filter(({ partId }) => partId === id).reduce((sum, { count }) => sum + count, 0);
          const own = told.filter(({ partId }) => partId === id);
          const missing = own.reduce((sum, one) => sum + one.missing, 0);
          const ordered = own.reduce((sum, one) => sum + one.ordered, 0);
          const out = all(needs.filter(({ isOut }) => isOut));
          if (missing !== Math.max(0, all(needs) - out - Math.max(0, onShelf - out))) return false;
          if (ordered > all(incoming)) return false;
        }
        return told.every(
          ({ missing, ordered, expected }) =>
            ordered <= missing && (expected === null || ordered === missing),
        );
      },
    ),
    { numRuns: 500 },
  );
});

it('what should be here by now is overdue from the day behind; without a day nobody can say', () => {
  expect(isOverdue(order(1, 'a', 1, '2030-01-08'), '2030-01-08')).toBe(false);
  expect(isOverdue(order(1, 'a', 1, '2030-01-08'), '2030-01-09')).toBe(true);
  expect(isOverdue(order(1, 'a', 1, null), '2030-01-09')).toBe(false);
});

describe('the lot of what is taken', () => {
  const came = (lot: string | null, change: number) => ({ lot, change, why: 'came' as const });
  const used = (lot: string | null, change: number) => ({ lot, change: -change, why: 'used' as const });

  it.each([
    ['is known where nothing else lies there', [came('L1', 2)], 2, 'L1'],
    ['is known once the other lot is used up', [came('L1', 1), used('L1', 1), came('L2', 2)], 2, 'L2'],
    [
      'is not that of what was sent back',
      [came('L1', 2), { ...came('L9', 0), why: 'returned' as const }],
      2,
      'L1',
    ],
    ['stays known where fewer lie there than came', [came('L1', 3), used(null, 1)], 2, 'L1'],
  ])('%s', (_, moves, onShelf, lot) => {
    expect(takenOf(moves, onShelf)).toEqual({ lot, note: null });
  });

  it.each([
    ['of several', [came('L2', 1), came('L1', 1)], 2, 'Of one of the lots L1, L2.'],
    [
      'or of what came without one',
      [came('L1', 1), came(null, 1)],
      2,
      'Of lot L1, or of what lay there without one.',
    ],
    ['of which nothing is known', [came(null, 4)], 4, null],
    ['that is used up', [came('L1', 1), used('L1', 1), came(null, 1)], 1, null],
  ])('is not guessed: one %s', (_, moves, onShelf, note) => {
    expect(takenOf(moves, onShelf)).toEqual({ lot: null, note });
  });
});
