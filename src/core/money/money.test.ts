import fc from 'fast-check';
import { type Quote, MoneySettings, labourMinor, quoteOf } from '.';

const settings = (more: Partial<MoneySettings> = {}): MoneySettings =>
  MoneySettings.parse({ hourMinor: 4800, ...more });
const part = (what: string, minor: number, currency = 'EUR') => ({ what, price: { minor, currency } });
const quote = (
  given: MoneySettings,
  parts: ReturnType<typeof part>[],
  minutes: number,
  before: Quote | null = null,
): Quote => {
  const made = quoteOf(given, {
    kind: before ? 'final' : 'quote',
    at: '2026-11-27T10:00:00.000Z',
    by: 'IM',
    currency: 'EUR',
    parts,
    minutes,
    before,
  });
  if (!made.ok) throw new Error(made.fault.sentence);
  return made.value;
};

it('by hand: a drive and 45 minutes, two taxes, rounded to five', () => {
  const given = settings({
    taxes: [
      { name: 'Sales tax', basisPoints: 2150, on: 'all' },
      { name: 'Recycling', basisPoints: 100, on: 'parts' },
    ],
    roundToMinor: 5,
  });
  // 168.99 + 36.00 = 204.99; 21.5 % of it 44.07 (44.072…), 1 % of the drive 1.69 (1.6899): 250.75.
  const made = quote(given, [part('Marl 2 TB', 16_899)], 45);
  expect(made).toMatchObject({
    netMinor: 20_499,
    taxes: [
      { baseMinor: 20_499, minor: 4407 },
      { baseMinor: 16_899, minor: 169 },
    ],
    totalMinor: 25_075,
    roundingMinor: 0,
    validUntil: '2026-12-27',
  });
});

it('work goes by bands where there are any, beyond them by the minute', () => {
  const given = settings({
    bands: [
      { upToMinutes: 30, minor: 2500 },
      { upToMinutes: 60, minor: 4000 },
    ],
  });
  expect([10, 30, 31, 60, 90].map((minutes) => labourMinor(given, minutes))).toEqual([
    2500, 2500, 4000, 4000, 7200,
  ]);
  expect(labourMinor(settings(), 1)).toBe(80);
  expect(
    MoneySettings.safeParse({
      hourMinor: 1,
      bands: [
        { upToMinutes: 60, minor: 1 },
        { upToMinutes: 30, minor: 1 },
      ],
    }).success,
  ).toBe(false);
});

it('a final account explains its difference, to the last minor unit', () => {
  const anySettings = fc
    .record({
      hourMinor: fc.integer({ min: 0, max: 20_000 }),
      roundToMinor: fc.constantFrom(1, 5, 10, 100),
      taxes: fc.array(
        fc.record({
          name: fc.constantFrom('a', 'b', 'c'),
          basisPoints: fc.integer({ min: 0, max: 10_000 }),
          on: fc.constantFrom('all' as const, 'parts' as const, 'labour' as const),
        }),
        { maxLength: 3 },
      ),
    })
    .map((one) => settings(one));
  const anyParts = fc.array(
    fc
      .record({ what: fc.constantFrom('drive', 'pad', 'sink'), minor: fc.integer({ min: 0, max: 1e7 }) })
      .map(({ what, minor }) => part(what, minor)),
    { maxLength: 4 },
  );
  fc.assert(
    fc.property(
      anySettings,
      anyParts,
      anyParts,
      fc.nat(600),
      fc.nat(600),
      (given, early, late, before, after) => {
        const first = quote(given, early, before);
        const last = quote(given, late, after, first);
        for (const one of [first, last]) {
          // Another way round: everything on it adds up, and the rounding is less than its step.
          const sum =
            one.lines.reduce((total, { minor }) => total + minor, 0) +
            one.taxes.reduce((total, { minor }) => total + minor, 0) +
            one.roundingMinor;
          expect(one.totalMinor).toBe(sum);
          expect(Math.abs(one.totalMinor % given.roundToMinor)).toBe(0);
          expect(Math.abs(one.roundingMinor)).toBeLessThanOrEqual(given.roundToMinor / 2);
          for (const { baseMinor, basisPoints, minor } of one.taxes) {
            // Integers of any size as an oracle: half up.
            const exact = BigInt(baseMinor) * BigInt(basisPoints);
            expect(BigInt(minor)).toBe((exact * 2n + 10_000n) / 20_000n);
          }
        }
        const explained = last.against?.differences.reduce((total, { minor }) => total + minor, 0);
        expect(explained).toBe(last.totalMinor - first.totalMinor);
      },
    ),
  );
});

it('never adds currencies', () => {
  expect(
    quoteOf(settings(), {
      kind: 'quote',
      at: '2026-11-27T10:00:00.000Z',
      by: 'IM',
      currency: 'EUR',
      parts: [part('drive', 1, 'NOK')],
      minutes: 1,
      before: null,
    }),
  ).toMatchObject({ ok: false, fault: { code: 'currencies' } });
});
