import { isAirDry } from '.';

it('the air is dry in the winter of each half of the earth, or as the bench is', () => {
  const dryMonths = (air: Parameters<typeof isAirDry>[0]) =>
    Array.from({ length: 12 }, (_, i) => i + 1).filter((month) => isAirDry(air, month));
  expect(dryMonths('season-north')).toEqual([1, 2, 3, 11, 12]);
  expect(dryMonths('season-south')).toEqual([5, 6, 7, 8, 9]);
  expect([dryMonths('dry').length, dryMonths('humid').length]).toEqual([12, 0]);
});
