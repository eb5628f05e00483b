import { dryRunWords } from '.';

const day = (at: string) => at.slice(0, 10);
const run = { version: 3, by: 'IM', at: '2026-11-28T10:00:00.000Z', steps: 26, missed: 0 };

it.each([
  [null, 'Nobody has run it through in Practice yet'],
  [run, 'Run through in Practice by IM, 2026-11-28: all 26 steps right'],
  [{ ...run, missed: 2 }, 'Run through in Practice by IM, 2026-11-28: 2 of 26 steps missed'],
])('%j: %s', (one, words) => {
  expect(dryRunWords(one, day)).toBe(words);
});
