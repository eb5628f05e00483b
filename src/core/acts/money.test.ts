import { type DecideContext } from '../job';
import { MoneySettings } from '../money';
import { type JobAct, decide } from '.';
import { Bench, choose, takeIn } from './bench.test.data';

const settings = MoneySettings.parse({ hourMinor: 6000, taxes: [], validDays: 10 });
const money = { settings, currency: 'EUR' };
const asked = (final: boolean, minutes = 30): JobAct => ({ kind: 'quote', final, minutes });

/** What the act comes to with these rates; parts of the bench’s own catalogue. */
function issue(bench: Bench, act: JobAct, more: Partial<DecideContext> = {}) {
  const decided = decide(bench.state, act, { ...bench.context, money, ...more });
  if (!decided.ok) return decided.fault.code;
  bench.state = { ...bench.state, job: decided.value!.job };
  return decided.value!.entry.sentence;
}
const chosen = () => {
  const bench = new Bench(takeIn);
  bench.do(choose('ostrel-marl-2000', ['lindrel-soft-250']));
  return bench;
};

it('is issued with the rates of the workshop, for a drive that was chosen', () => {
  expect(issue(chosen(), asked(false), { money: { settings: null, currency: 'EUR' } })).toBe('no-rates');
  const { money: _, ...without } = { ...chosen().context, money };
  expect(decide(chosen().state, asked(false), without)).toMatchObject({ fault: { code: 'no-rates' } });
  expect(issue(new Bench(takeIn), asked(false))).toBe('no-choice');
  // What was chosen and is in no catalogue any more has no price.
  expect(issue(chosen(), asked(false), { findBuild: () => null })).toBe('no-choice');
  expect(issue(chosen(), asked(false), { money: { settings, currency: 'USD' } })).toBe('currencies');
});

it('counts every part of the choice, and the minutes', () => {
  const bench = chosen();
  const sentence = issue(bench, asked(false));
  const [quote] = bench.state.job.quotes;
  expect(quote).toMatchObject({
    kind: 'quote',
    by: 'IM',
    at: bench.at,
    currency: 'EUR',
    minutes: 30,
    against: null,
  });
  expect(quote!.lines.map(({ kind }) => kind)).toEqual(['part', 'part', 'labour']);
  expect(quote!.lines.map(({ what }) => what).join()).toMatch(/Marl.*Soft/u);
  expect(quote!.lines.at(-1)!.minor).toBe(3000);
  const total = quote!.lines.reduce((sum, { minor }) => sum + minor, 0);
  expect(quote!.totalMinor).toBe(total);
  expect(sentence).toBe(`Quote issued: EUR\u00a0${(total / 100).toFixed(2)}.`);
});

it('the final account follows the proof, and is held against the last quote, not the last account', () => {
  const bench = chosen();
  issue(bench, asked(false, 30));
  issue(bench, asked(false, 60));
  expect(issue(bench, asked(true, 90))).toBe('not-proved');
  bench.state = { ...bench.state, job: { ...bench.state.job, proved: true } };
  expect(issue(bench, asked(true, 90))).toMatch(/^Final account issued: /u);
  expect(issue(bench, asked(true, 120))).toMatch(/^Final account issued: /u);
  const [, second, ...finals] = bench.state.job.quotes;
  expect(finals.map(({ kind }) => kind)).toEqual(['final', 'final']);
  expect(finals.map(({ against }) => against?.totalMinor)).toEqual([second!.totalMinor, second!.totalMinor]);
  // Without a quote there is nothing to hold it against.
  const alone = chosen();
  alone.state = { ...alone.state, job: { ...alone.state.job, proved: true } };
  issue(alone, asked(true));
  expect(alone.state.job.quotes[0]!.against).toBeNull();
});

it('twenty are issued at most', () => {
  const bench = chosen();
  for (let i = 0; i < 20; i += 1) expect(issue(bench, asked(false))).toMatch(/^Quote issued/u);
  expect(issue(bench, asked(false))).toBe('too-many');
});
