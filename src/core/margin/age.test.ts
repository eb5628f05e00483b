import { atMost, exact, monthsBefore, oldestDay } from '.';

const about = { id: 'x', what: 'X', unit: 'mm', remedy: 'none' } as const;
const figure = (value: number, at?: string) =>
  exact(value, { kind: 'measured', note: 'test', ...(at ? { at } : {}) });

it('a margin is as old as the oldest of its numbers', () => {
  expect(oldestDay(atMost(about, figure(1, '2025-02-01'), figure(2, '2023-05-01')))).toBe('2023-05-01');
  expect(oldestDay(atMost(about, figure(1, '2022-02-01'), figure(2)))).toBe('2022-02-01');
  expect(oldestDay(atMost(about, figure(1), figure(2)))).toBeNull();
});

it('months are counted back over a year’s end', () => {
  expect(monthsBefore('2026-11-27T10:00:00.000Z', 24)).toBe('2024-11-27');
  expect(monthsBefore('2026-01-15T10:00:00.000Z', 3)).toBe('2025-10-15');
});
