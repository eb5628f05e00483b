import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import fc from 'fast-check';
import { DeviceProfile } from '../device';
import {
  DiagnosisTable,
  type Observation,
  checks,
  diagnose,
  deviceFaultOf,
  deviceFaultsOf,
  inOrder,
  misreadShare,
  runByInformation,
  runByRule,
} from '.';

const devices = join(__dirname, '../../../demo/devices');
const profiles = readdirSync(devices).map((name) =>
  DeviceProfile.parse(JSON.parse(readFileSync(join(devices, name), 'utf8'))),
);
const osprey = profiles.find(({ name }) => name === 'Osprey')!;
const table = new DiagnosisTable(osprey);
const sum = (values: number[]) => values.reduce((a, b) => a + b, 0);
const seen = (...pairs: [Extract<Observation, { check: unknown }>['check'], string][]): Observation[] =>
  pairs.map(([check, outcome]) => ({ check, outcome }));

it('believes at first what the weights say, the profile’s before the common ones, and pairs far less', () => {
  expect(sum(table.priors)).toBeCloseTo(1);
  const single = (id: string) =>
    table.hypotheses.find(({ faults }) => faults.length === 1 && faults[0] === id)!.prior;
  expect(single('battery-plug') / single('fan-plug')).toBeCloseTo(22 / 16);
  const pairs = table.hypotheses.filter(({ faults }) => faults.length === 2);
  expect(sum(pairs.map(({ prior }) => prior))).toBeLessThan(0.1);
  expect(pairs.some(({ faults }) => faults.includes('slow-start'))).toBe(false);
});

it('follows Bayes by hand: two hypotheses, one check', () => {
  // Of “boot-entry” and “no-efi” alone, “lists the drive to start from” is true of the first: 9 × 0.95 against 4 × 0.05 / 3.
  const told = table.update(table.priors, { check: 'boot-menu', outcome: 'lists-start' });
  const of = (id: string) =>
    told[table.hypotheses.findIndex(({ faults }) => faults.length === 1 && faults[0] === id)]!;
  expect(of('boot-entry') / of('no-efi')).toBeCloseTo((9 * (1 - misreadShare)) / (4 * (misreadShare / 3)));
});

it('finds the loose plug behind a dark screen, and a second look confirms', () => {
  const dark = diagnose(table, seen(['press', 'dark']));
  expect(dark.causes[0]!.id).toBe('battery-plug');
  expect(dark.verdict.kind).toBe('open');
  const blinks = diagnose(table, seen(['press', 'dark'], ['charge-light', 'blinks']));
  expect(blinks.verdict).toMatchObject({ kind: 'mend', cause: { id: 'battery-plug' } });
  expect(blinks.moved.map(({ observation }) => observation)).toEqual(
    seen(['press', 'dark'], ['charge-light', 'blinks']),
  );
  expect(blinks.moved[1]!.to).toBeGreaterThan(blinks.moved[1]!.from);
});

it('does not take a cause again that was mended, and lets the second of two come up', () => {
  const after = diagnose(table, [
    ...seen(['press', 'dark'], ['charge-light', 'blinks']),
    { mended: 'battery-plug' },
  ]);
  expect(after.causes.find(({ id }) => id === 'battery-plug')!.probability).toBeLessThan(1e-6);
  expect(sum(after.causes.map(({ probability }) => probability))).toBeGreaterThanOrEqual(0.999);
});

it('prefers the cheap check outside to opening the case, and gives opening a price', () => {
  const { next } = diagnose(table, seen(['press', 'nothing-to-start']));
  expect(next).toMatchObject({ minutes: expect.any(Number) });
  expect(next!.minutes).toBeLessThan(10);
  const inside = checks.find(({ id }) => id === 'look-inside')!;
  expect(table.minutes(inside)).toBeGreaterThan(20);
});

it.each(profiles.map((profile) => [profile.name, profile] as const))(
  '%s: every check shows one of its outcomes under every fault and pair',
  (_, profile) => {
    const own = new DiagnosisTable(profile);
    for (const { faults } of own.hypotheses) {
      const condition = faults.map(deviceFaultOf).reduce((made, fault) => fault.change(made), inOrder());
      for (const check of checks)
        expect(Object.keys(check.outcomes)).toContain(check.observe(profile, condition));
    }
    const good = Object.fromEntries(checks.map((check) => [check.id, check.observe(profile, inOrder())]));
    expect(good).toMatchObject({ press: 'started', 'boot-menu': 'lists-start', 'read-drive': 'whole' });
  },
);

const observation = fc.oneof(
  fc
    .constantFrom(...checks)
    .chain(({ id, outcomes }) =>
      fc.constantFrom(...Object.keys(outcomes)).map((outcome): Observation => ({ check: id, outcome })),
    ),
  fc.constantFrom(...deviceFaultsOf(osprey)).map(({ id }): Observation => ({ mended: id })),
);

it('whatever is seen, probabilities stay probabilities and something comes of it', () => {
  fc.assert(
    fc.property(fc.array(observation, { maxLength: 8 }), (all) => {
      const { causes, next, verdict } = diagnose(table, all);
      for (const { probability } of causes) {
        expect(probability).toBeGreaterThanOrEqual(0);
        expect(probability).toBeLessThanOrEqual(1 + 1e-9);
      }
      expect(next !== null || verdict.kind !== 'open').toBe(true);
    }),
    { numRuns: 60 },
  );
});

it('the order of two checks that mend nothing does not matter', () => {
  const [a, b] = seen(['press', 'sign-stays'], ['boot-menu', 'lists-start']);
  const one = table.update(table.update(table.priors, a!), b!);
  const two = table.update(table.update(table.priors, b!), a!);
  one.forEach((p, i) => expect(p).toBeCloseTo(two[i]!));
});

it('both ways end with a device that runs, and without misreading neither takes for ever', () => {
  for (const fault of deviceFaultsOf(osprey)) {
    const never = () => 0.999;
    expect(runByInformation(table, [fault.id], never).minutes).toBeLessThan(150);
    expect(runByRule(table, [fault.id], never).minutes).toBeLessThan(200);
  }
});
