import { about, missing } from '../margin';
import { chargeNeeded, chargeReservePercent } from './charge';

const measured = { kind: 'measured', note: 'this test' } as const;
const unattended = { batteryWh: about(40, 4, 0, measured), watts: about(10, 2, 2, measured) };
const hour = { least: 1800, middle: 3600, most: 7200 };

it('an hour at 10 W of 40 Wh is a quarter, and the reserve', () => {
  const needed = chargeNeeded(hour, unattended);
  expect(needed).toMatchObject({ known: true, value: 25 + chargeReservePercent });
  // Least: half an hour at 8 W of 40 Wh; most: two hours at 12 W of 36 Wh.
  expect(needed).toMatchObject({ minus: 35 - (10 + 10), plus: expect.closeTo(200 / 3 + 10 - 35) });
});

it('is not known where nobody has measured, and says how to get round it', () => {
  expect(chargeNeeded(hour, null)).toMatchObject({
    known: false,
    howToGet: expect.stringContaining('charger'),
  });
  const watts = missing('watts', 'Measure them.');
  expect(chargeNeeded(hour, { ...unattended, watts })).toBe(watts);
});
