import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import fc from 'fast-check';
import { DeviceProfile } from '../device';
import {
  DiagnosisTable,
  type Observation,
  World,
  asksKeyAgain,
  boundMinutes,
  diagnose,
  misreadShare,
  runByCheapest,
  runByInformation,
  runByRule,
} from '.';

const devices = join(__dirname, '../../../demo/devices');
const profiles = readdirSync(devices).map((name) =>
  DeviceProfile.parse(JSON.parse(readFileSync(join(devices, name), 'utf8'))),
);
const named = (name: string) => profiles.find((profile) => profile.name === name)!;
const osprey = named('Osprey');
const world = new World(osprey);
const table = new DiagnosisTable(world);
const sum = (values: number[]) => values.reduce((a, b) => a + b, 0);
const seen = (...pairs: [string, string][]): Observation[] =>
  pairs.map(([check, outcome]) => ({ check, outcome }));
const has = (profile: DeviceProfile, id: string, asked = {}) => new World(profile, asked).fault(id) !== null;

it('believes at first what the weights say, the profile’s before the common ones, pairs far less, and a little that it is none', () => {
  expect(sum(table.priors)).toBeCloseTo(1);
  const single = (id: string) =>
    table.hypotheses.find(({ faults }) => faults.length === 1 && faults[0] === id)!.prior;
  expect(single('battery-plug') / single('fan-plug')).toBeCloseTo(22 / 16);
  const pairs = table.hypotheses.filter(({ faults }) => faults.length === 2);
  expect(sum(pairs.map(({ prior }) => prior))).toBeLessThan(0.15);
  expect(pairs.some(({ faults }) => faults.includes('slow-start'))).toBe(false);
  expect(table.none(table.priors)).toBeGreaterThan(0.02);
  expect(table.none(table.priors)).toBeLessThan(0.1);
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
  expect(dark.causes[0]?.id).toBe('battery-plug');
  expect(dark.verdict.kind).toBe('open');
  const blinks = diagnose(table, seen(['press', 'dark'], ['charge-light', 'blinks']));
  expect(blinks.causes[0]).toMatchObject({ id: 'battery-plug' });
  expect(blinks.causes[0]?.probability).toBeGreaterThan(0.85);
  expect(blinks.moved.map(({ observation }) => observation)).toEqual(
    seen(['press', 'dark'], ['charge-light', 'blinks']),
  );
  expect(blinks.moved[1]!.to).toBeGreaterThan(blinks.moved[1]!.from);
});

describe('a remedy that failed', () => {
  const before = seen(['press', 'dark'], ['charge-light', 'blinks']);
  it('is evidence: its cause all but goes, what was learned of the others stays, and it is not asked for again', () => {
    const after = diagnose(table, [...before, { mended: 'battery-plug' }]);
    const was = diagnose(table, before);
    const of = ({ causes }: typeof after, id: string) => causes.find((cause) => cause.id === id)!.probability;
    expect(of(after, 'battery-plug')).toBeLessThan(of(was, 'battery-plug') / 2);
    // Ratios among the others are what they were.
    const others = ['no-efi', 'drive-dead', 'encrypted'];
    for (const id of others.slice(1))
      expect(of(after, id) / of(after, others[0]!)).toBeCloseTo(of(was, id) / of(was, others[0]!), 1);
    expect(after.next).not.toMatchObject({ kind: 'mend', fault: { id: 'battery-plug' } });
  });

  it('with what it shows now tells the second of two', () => {
    const after = diagnose(table, [...before, { mended: 'battery-plug', shows: 'no-storage' }]);
    expect(after.causes.slice(0, 2).map(({ id }) => id)).toContain('drive-seat');
  });
});

it('ends where everything listed was looked for or mended: what is left, what is ruled out, none of these', () => {
  const all: Observation[] = [...seen(['press', 'picture-wrong'])];
  for (let i = 0; i < 40; i += 1) {
    const { next, verdict } = diagnose(table, all);
    if (verdict.kind === 'end') break;
    all.push(
      next?.kind === 'check'
        ? { check: next.check.id, outcome: next.check.sound }
        : { mended: next!.kind === 'mend' ? next!.fault.id : '' },
    );
  }
  const { verdict, none } = diagnose(table, all);
  expect(verdict.kind).toBe('end');
  expect(none.probability).toBeGreaterThan(0.5);
  expect(verdict.kind === 'end' && verdict.ending.ruledOut.length).toBeGreaterThan(3);
  expect(all.length).toBeLessThanOrEqual(14);
  const asked = all.map((one) => ('mended' in one ? `mend ${one.mended}` : one.check));
  expect(new Set(asked).size).toBe(asked.length);
});

it('prefers the cheap check outside to opening the case, and gives opening a price', () => {
  const { next } = diagnose(table, seen(['press', 'nothing-to-start']));
  expect(next!.minutes).toBeLessThan(10);
  expect(world.check('look-inside')!.minutes).toBeGreaterThan(20);
});

describe('a look that mends by the way, and does not make it start', () => {
  const skein = new World(named('Skein'));
  const of = (id: string, all: Observation[]) =>
    diagnose(new DiagnosisTable(skein), all).causes.find((cause) => cause.id === id)!.probability;
  const looked = (shows?: string): Observation[] => [
    ...seen(['press', 'no-storage']),
    { check: 'look-inside', outcome: 'drive', ...(shows === undefined ? {} : { shows }) },
  ];

  it('is told by what it shows at the key by then', () => {
    expect(of('cable-order', looked('no-storage'))).toBeGreaterThan(of('cable-order', looked()));
    expect(of('no-efi', looked('nothing-to-start'))).toBeGreaterThan(of('no-efi', looked()));
    // The drive was pushed home: what is left of it is that somebody slipped.
    expect(of('drive-seat', looked('no-storage'))).toBeLessThan(of('drive-seat', looked().slice(0, 1)) / 2);
  });

  it('asks for the key behind itself, and waiting does not', () => {
    const asks = skein.checks.filter(asksKeyAgain).map(({ id }) => id);
    expect(asks).toEqual(['look-inside']);
  });
});

describe('what a profile does not say of a fault of its own', () => {
  const own = profiles.flatMap((profile) =>
    profile.diagnosis.faults.map(({ id, shows }) => [profile.name, id, new World(profile), shows] as const),
  );

  it.each(own)('%s, %s: it does not start by waiting', (_, id, itsWorld) => {
    expect(itsWorld.shows(itsWorld.check('wait')!, [id])).toBe('still');
    // So waiting speaks for nothing but a slow start, and never against such a fault.
    const itsTable = new DiagnosisTable(itsWorld);
    const { press } = itsWorld.profile.diagnosis.faults.find((fault) => fault.id === id)!.shows;
    const believed = (all: Observation[]) =>
      diagnose(itsTable, all).causes.find((cause) => cause.id === id)!.probability;
    const before = seen(['press', press!]);
    expect(believed([...before, ...seen(['wait', 'still'])])).toBeGreaterThanOrEqual(believed(before) - 1e-9);
  });

  it('what is dark shows no menu and starts from nothing else; what the profile says goes before', () => {
    const profile = structuredClone(osprey);
    const shows = { press: 'dark-with-sound' };
    const fault = { ...osprey.diagnosis.faults[0]!, id: 'torn', shows };
    profile.diagnosis.faults = [fault, { ...fault, id: 'said', shows: { ...shows, 'from-stick': 'starts' } }];
    profile.diagnosis.checks = [];
    const made = new World(profile);
    const at = (check: string, id: string) => made.shows(made.check(check)!, [id]);
    expect([at('boot-menu', 'torn'), at('from-stick', 'torn'), at('old-drive', 'torn')]).toEqual([
      'no-menu',
      'not',
      'not',
    ]);
    expect([at('from-stick', 'said'), at('charge-light', 'torn')]).toEqual(['starts', 'steady']);
  });
});

describe('what a device can have', () => {
  it('no fault of a part that it does not have, no remedy that it cannot do', () => {
    expect(has(named('Skein'), 'battery-plug')).toBe(false);
    expect(has(osprey, 'battery-plug')).toBe(true);
    expect(has(osprey, 'fan-plug')).toBe(true);
    expect(has(named('Reed'), 'fan-plug')).toBe(false);
    expect(has(named('Reed'), 'boot-entry')).toBe(false);
    expect(has(named('Atrium'), 'no-efi')).toBe(false);
    for (const profile of profiles) {
      const own = new World(profile);
      expect(own.check('boot-menu') !== null).toBe(profile.firstPower.menuKeys !== null);
      const inside = own.check('look-inside')!;
      for (const [outcome, fault] of [
        ['battery', 'battery-plug'],
        ['ribbon', 'ribbon'],
        ['fan', 'fan-plug'],
      ] as const)
        expect([profile.name, outcome, outcome in inside.outcomes]).toEqual([
          profile.name,
          outcome,
          own.fault(fault) !== null,
        ]);
    }
  });

  it('nothing of a copy after a fresh system, and no old drive where there was none', () => {
    expect(has(osprey, 'half-copied')).toBe(true);
    expect(has(osprey, 'half-copied', { route: 'stick' })).toBe(false);
    expect(new World(osprey, { hasOldDrive: false }).check('old-drive')).toBeNull();
  });

  it.each(profiles.map((profile) => [profile.name, profile] as const))(
    '%s: every check shows one of its outcomes under every fault and pair, and what is sound when all is well',
    (_, profile) => {
      const own = new World(profile);
      const { hypotheses } = new DiagnosisTable(own);
      for (const { faults } of hypotheses)
        for (const check of own.checks)
          expect(Object.keys(check.outcomes)).toContain(own.shows(check, faults));
      expect(own.check('press')!.sound).toBe('started');
      expect(own.check('read-drive')!.sound).toBe('whole');
      // Each of its own faults shows at the key, and its remedy ends it.
      for (const fault of own.faults)
        expect([fault.id, own.shows(own.check('press')!, [fault.id])]).not.toEqual([fault.id, 'started']);
    },
  );
});

const observation = fc.oneof(
  fc
    .constantFrom(...world.checks)
    .chain(({ id, outcomes }) =>
      fc.constantFrom(...Object.keys(outcomes)).map((outcome): Observation => ({ check: id, outcome })),
    ),
  fc.constantFrom(...world.faults).map(({ id }): Observation => ({ mended: id })),
);

it('whatever is seen, probabilities stay probabilities, sum to one with what is none, and something comes of it', () => {
  fc.assert(
    fc.property(fc.array(observation, { maxLength: 8 }), (all) => {
      const { causes, none, next, verdict } = diagnose(table, all);
      for (const { probability } of [...causes, none]) {
        expect(probability).toBeGreaterThanOrEqual(0);
        expect(probability).toBeLessThanOrEqual(1 + 1e-9);
      }
      expect(sum([...causes, none].map(({ probability }) => probability))).toBeGreaterThan(0.999);
      expect((next !== null) === (verdict.kind !== 'end')).toBe(true);
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

it('without misreading every fault is mended by all three, and none of them is below who knows it', () => {
  const never = () => 0.999;
  for (const fault of world.faults) {
    const ours = runByInformation(table, [fault.id], never);
    expect([fault.id, ours.end]).toEqual([fault.id, 'starts']);
    const rule = runByRule(table, [fault.id], never);
    expect(rule.end).toBe('starts');
    // The cheap looks that it takes beside.
    expect(ours.minutes).toBeLessThanOrEqual(rule.minutes + 3);
    expect(runByCheapest(table, [fault.id], never).end).toBe('starts');
    expect(boundMinutes(world, fault)).toBeLessThan(120);
  }
});

it('what nobody listed ends at none of these, with nothing done twice', () => {
  let state = 7;
  const random = () => (state = (state * 48271) % 2147483647) / 2147483647;
  const ends = Array.from({ length: 60 }, () => runByInformation(table, null, random));
  expect(ends.filter(({ end, inVain }) => end === 'none' && inVain === 0).length).toBeGreaterThanOrEqual(57);
});
