import { profile } from '../fit/demo.test.data';
import { variantsOf } from '../work';
import { beginPractice, dryRunWords, isRunThrough } from '.';

const day = (at: string) => at.slice(0, 10);
const run = { version: 3, by: 'IM', at: '2026-11-28T10:00:00.000Z', steps: 26, missed: 0 };

it.each([
  [null, 'No run through in Practice is on record'],
  [run, 'Run through in Practice by IM, 2026-11-28: all 26 steps right'],
  [{ ...run, missed: 2 }, 'Run through in Practice by IM, 2026-11-28: 2 of 26 steps missed'],
])('%j: %s', (one, words) => {
  expect(dryRunWords(one, day)).toBe(words);
});

it('all steps of one way through are a run through; fewer, more, one twice and those of no way are none', () => {
  const { procedure } = profile('braskit-wren');
  for (const variant of variantsOf(procedure)) {
    const ids = beginPractice(procedure, 1, variant).steps.map(({ id }) => id);
    expect(isRunThrough(procedure, ids.toReversed())).toBe(true);
    expect(isRunThrough(procedure, [...ids.slice(1), ids[1]!])).toBe(false);
    expect(isRunThrough(procedure, [...ids.slice(1), 'no-such-step'])).toBe(false);
  }
  expect(isRunThrough(procedure, [])).toBe(false);
  expect(isRunThrough(procedure, ['cover'])).toBe(false);
});
