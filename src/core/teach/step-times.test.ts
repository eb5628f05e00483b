import { profile } from '../fit/demo.test.data';
import { backId } from '../work';
import { timesOf, withTimes } from '.';

const { procedure } = profile('braskit-wren');
const at = (minutes: number) =>
  new Date(Date.parse('2026-11-24T08:00:00.000Z') + minutes * 60_000).toISOString();

it('a step took from the one before it; when the first began is not known', () => {
  expect(
    timesOf([
      { stepId: 'a', at: at(0) },
      { stepId: 'b', at: at(2.5) },
      { stepId: 'c', at: at(3) },
    ]),
  ).toEqual({ b: 2.5, c: 0.5 });
  expect(timesOf([])).toEqual({});
});

it('a measured time moves what is said by a quarter of the difference, in and back, and nothing else', () => {
  const step = procedure.open.find(({ back, waits }) => !waits && 'minutes' in back)!;
  const took = { [step.id]: step.minutes * 3, [backId(step.id)]: step.minutes / 2, 'no-such': 9 };
  const better = withTimes(procedure, took);
  const now = better.procedure.open.find(({ id }) => id === step.id)!;
  expect(now.minutes).toBeCloseTo(step.minutes * 1.5, 1);
  expect(better.changed).toBe(2);
  const same = (one: typeof procedure) => ({
    ...one,
    open: one.open.map((each) => (each.id === step.id ? null : each)),
  });
  expect(same(better.procedure)).toEqual(same(procedure));
});

it('a break, a mistaken press and a wait tell nothing', () => {
  const step = procedure.open.find(({ waits }) => !waits)!;
  expect(withTimes(procedure, { [step.id]: step.minutes * 5.1 }).changed).toBe(0);
  expect(withTimes(procedure, { [step.id]: step.minutes * 0.19 }).changed).toBe(0);
  expect(withTimes(procedure, { [step.id]: step.minutes * 5 }).changed).toBe(1);
  const waiting = { ...procedure, open: procedure.open.map((one) => ({ ...one, waits: true })) };
  expect(withTimes(waiting, { [step.id]: step.minutes * 2 }).changed).toBe(0);
});
