import atrium from '../../../demo/devices/quenlo-atrium.json';
import heron from '../../../demo/devices/braskit-heron.json';
import osprey from '../../../demo/devices/braskit-osprey.json';
import plover from '../../../demo/devices/braskit-plover.json';
import reed from '../../../demo/devices/vellamar-reed.json';
import skein from '../../../demo/devices/vellamar-skein.json';
import vault from '../../../demo/devices/quenlo-vault.json';
import wren from '../../../demo/devices/braskit-wren.json';
import { DeviceProfile } from '../device';
import { fillWish } from '../disk';
import { Bench, choose, dock, takeIn } from './bench.test.data';
import { type JobState, holdsOf, stepsOf, nextStep } from '../job';
import {
  type FactName,
  type Facts,
  type Hold,
  type HoldCode,
  type HoldContext,
  type Stop,
  holdCodes,
  overrideFact,
  screwLedger,
  screwsAtStart,
  standingHolds,
  stops,
} from '../work';
import { type ActKind, type JobAct, actTable, permit } from '.';

const profiles = [osprey, wren, heron, plover, atrium, vault, skein, reed].map((data) =>
  DeviceProfile.parse(data),
);

type Row = {
  stops: Stop[];
  override: Hold['override'];
  /** Where it is another one once the fact is known to be wrong. */
  overrideWhenSeen?: Hold['override'];
  /** The fact that it watches, and the value that lifts it; null for those that count screws or versions. */
  fact: [name: FactName, safe: boolean] | null;
  /** Where it can stand at all. */
  only?: (context: HoldContext) => boolean;
};

const hasCell = ({ power }: HoldContext) => power !== 'mains';
const hasMains = ({ power }: HoldContext) => power !== 'cell';
const isCopied = ({ carriedBy }: HoldContext) => carriedBy === 'copy';

/** What must not be walked past, written down by hand from the handbook (section 5) and not from the code. */
const wanted: Record<
  Exclude<
    HoldCode,
    'system-version' | 'fit-unmeasured' | 'training' | 'final' | 'unattended' | 'guarantee' | 'false-size'
  >,
  Row
> = {
  swollen: { stops: [...stops], override: 'nobody', fact: ['battery.swollen', false], only: hasCell },
  consent: { stops: ['opening'], override: 'nobody', fact: ['consent.given', true] },
  card: { stops: ['opening'], override: 'nobody', fact: ['card.inserted', false] },
  charge: { stops: ['opening'], override: 'technician', fact: ['charge.below-limit', true], only: hasCell },
  battery: {
    stops: ['board', 'swap'],
    override: 'nobody',
    fact: ['battery.connected', false],
    only: hasCell,
  },
  asleep: { stops: ['board', 'swap'], override: 'nobody', fact: ['power.off', true] },
  charger: { stops: ['board', 'swap'], override: 'nobody', fact: ['charger.connected', false] },
  mains: { stops: ['board', 'swap'], override: 'nobody', fact: ['mains.plugged', false], only: hasMains },
  supply: { stops: ['board', 'swap'], override: 'nobody', fact: ['supply.discharged', true], only: hasMains },
  encryption: {
    stops: ['opening', 'copy'],
    override: 'nobody',
    fact: ['encryption.on', false],
    only: isCopied,
  },
  label: { stops: ['first-write'], override: 'nobody', fact: ['target.armed', true], only: isCopied },
  'copy-unverified': {
    stops: ['swap'],
    override: 'nobody',
    // A copy that is there and was not compared; where none is there, nobody walks past it.
    overrideWhenSeen: 'technician',
    fact: ['copy.verified', true],
    only: isCopied,
  },
  stick: {
    stops: ['opening'],
    override: 'nobody',
    fact: ['stick.ready', true],
    only: ({ carriedBy }) => carriedBy === 'stick',
  },
  'second-copy': {
    stops: ['opening'],
    override: 'technician',
    fact: ['second-copy.made', true],
    only: ({ losesData }) => losesData,
  },
  'storage-mode': {
    stops: ['board'],
    override: 'technician',
    fact: ['storage-mode.entered', true],
    only: (context) => context.storageMode && hasCell(context),
  },
  'screws-left': { stops: ['first-power', 'sheet'], override: 'technician', fact: null },
  'screw-lost': { stops: ['first-power'], override: 'technician', fact: null },
};
const codes = Object.keys(wanted) as (keyof typeof wanted)[];

const stamp = { at: '2026-11-24T08:00:00.000Z', by: 'IM' };
const stated = (settings: [FactName, boolean][]): Facts =>
  Object.fromEntries(settings.map(([fact, value]) => [fact, { value, ...stamp }]));

const watched = codes.flatMap((code) => wanted[code].fact ?? []).length / 2;
const allSafe = stated([
  ...codes.flatMap((code): [FactName, boolean][] => {
    const { fact } = wanted[code];
    return fact ? [fact] : [];
  }),
]);

it('every hold is in the table, with the fact that it watches', () => {
  expect(
    [
      ...codes,
      'system-version',
      'fit-unmeasured',
      'training',
      'final',
      'unattended',
      'guarantee',
      'false-size',
    ].sort(),
  ).toEqual([...holdCodes].sort());
  expect(watched).toBe(15);
});

describe.each(profiles.map((profile) => [profile.name, profile] as const))('%s', (_, profile) => {
  const inPlace = stated(screwsAtStart(profile.procedure).map(({ fact, value }) => [fact, value === true]));
  const contexts = (['copy', 'stick', 'device'] as const).flatMap((carriedBy) =>
    [true, false].flatMap((losesData) =>
      [true, false].map((storageMode): Omit<HoldContext, 'ledger'> => ({
        chargeLimitPercent: 25,
        targetLabel: 'KV-2207',
        carriedBy,
        losesData,
        onlyImage: losesData,
        storageMode,
        power: profile.procedure.power,
      })),
    ),
  );
  const [anyContext] = contexts as [(typeof contexts)[number]];
  const holdsFor = (facts: Facts, context: Omit<HoldContext, 'ledger'>) =>
    standingHolds(facts, { ...context, ledger: screwLedger(profile.procedure, facts) });
  const find = (facts: Facts, context: Omit<HoldContext, 'ledger'>, code: HoldCode) =>
    holdsFor(facts, context).find((hold) => hold.code === code);

  it('nothing holds where all is as it must be', () => {
    for (const context of contexts) expect(holdsFor({ ...allSafe, ...inPlace }, context)).toEqual([]);
  });

  it.each(codes.filter((code) => wanted[code].fact))(
    '%s: what it stops, and who may walk past it',
    (code) => {
      const { fact, stops: stopped, override: asUnknown, overrideWhenSeen, only } = wanted[code];
      const [name, safe] = fact!;
      for (const context of contexts) {
        const applies = !only || only({ ...context, ledger: screwLedger(profile.procedure, inPlace) });
        const { [name]: __, ...rest } = { ...allSafe, ...inPlace };
        // Not known holds as much as known wrong.
        for (const facts of [rest as Facts, { ...rest, ...stated([[name, !safe]]) } as Facts]) {
          const hold = find(facts, context, code);
          expect([context, Boolean(hold)]).toEqual([context, applies]);
          if (!hold) continue;
          const override = name in facts ? (overrideWhenSeen ?? asUnknown) : asUnknown;
          expect([hold.stops, hold.override]).toEqual([stopped, override]);
          expect(holdsFor(facts, context)).toHaveLength(1);
          expect(hold.seen).toBe(name in facts);
          const walked = find({ ...facts, ...stated([[overrideFact(code), true]]) }, context, code);
          expect(Boolean(walked)).toBe(override === 'nobody');
        }
      }
    },
  );

  it('screws out of their holes, and one that is lost', () => {
    const group = profile.procedure.fasteners[0]?.id ?? 'none';
    const out = { ...allSafe, ...inPlace, ...stated([[`screw.${group}.1.in`, false]]) };
    expect(find(out, anyContext, 'screws-left')).toMatchObject(pick('screws-left'));
    const lost = { ...allSafe, ...inPlace, ...stated([[`screw.${group}.lost`, true]]) };
    expect(find(lost, anyContext, 'screw-lost')).toMatchObject(pick('screw-lost'));
    const walked = stated([
      [overrideFact('screws-left'), true],
      [overrideFact('screw-lost'), true],
    ]);
    expect(holdsFor({ ...out, ...lost, ...walked }, anyContext)).toEqual([]);
  });

  function pick(code: keyof typeof wanted) {
    const { stops: stopped, override } = wanted[code];
    return { stops: stopped, override };
  }
});

/** Which acts each kind of hold stops; steps of the hands are told apart by what they touch. */
const stoppedActs: Record<Stop, ActKind[]> = {
  opening: [],
  board: [],
  swap: [],
  copy: ['copy'],
  'first-write': ['copy', 'try-capacity'],
  'first-power': ['restore', 'switch-on', 'power-on', 'observe-start'],
  unattended: ['restore', 'power-on'],
  sheet: ['hand-over'],
};

it('each act is stopped by the kinds of hold that it must be', () => {
  for (const [kind, { stops: own }] of Object.entries(actTable)) {
    // What stops a step of the hands, recorded or led, depends on the step; both have tests of their own.
    // And so does a key, by what it begins.
    if (kind === 'step' || kind === 'record' || kind === 'press') continue;
    const expected = stops.filter((stop) => stoppedActs[stop].includes(kind as ActKind));
    expect([kind, own]).toEqual([kind, expected]);
  }
});

/** A job of a device right before its first step that a condition meets, all that holds it known to be safe. */
function before(device: DeviceProfile, is: (act: ReturnType<typeof stepsOf>[number]) => boolean): Bench {
  const bench = new Bench({ ...takeIn, profileId: device.id }, device);
  bench.mains = true;
  bench.do(choose('ostrel-marl-2000', ['lindrel-soft-250']));
  bench.do({ kind: 'lay-out', wish: fillWish });
  const acts = stepsOf(bench.state.job, bench.context);
  const at = acts.findIndex(is);
  const done = acts.slice(0, at);
  let { facts } = bench.state;
  for (const { effects } of done)
    for (const { fact, value } of effects)
      facts = { ...facts, ...(value === null ? {} : stated([[fact, value]])) };
  bench.state = {
    ...bench.state,
    facts: { ...facts, ...allSafe },
    doneSteps: done.map(({ id }) => id),
    steps: done.map(({ id }) => ({ stepId: id, at: '2026-11-20T08:00:00.000Z', before: [] })),
  };
  return bench;
}

const withFact = (state: JobState, fact: FactName, value: boolean): JobState => ({
  ...state,
  facts: { ...state.facts, ...stated([[fact, value]]) },
});

const codeOf = (bench: Bench, state: JobState, act: JobAct): string => {
  const permitted = permit(state, act, bench.context);
  return permitted.ok ? 'ok' : permitted.fault.code;
};

describe('work on the board', () => {
  const [ospreyProfile] = profiles as [DeviceProfile];
  const vaultProfile = profiles.find(({ id }) => id === 'quenlo-vault')!;

  it.each([
    ['a charger that was put in again', ospreyProfile, 'charger.connected', true, 'hold-charger'],
    ['a battery that is plugged', ospreyProfile, 'battery.connected', true, 'hold-battery'],
    ['a device that is on', ospreyProfile, 'power.off', false, 'hold-asleep'],
    ['a swollen battery', ospreyProfile, 'battery.swollen', true, 'hold-swollen'],
    ['a mains plug that is in', vaultProfile, 'mains.plugged', true, 'hold-mains'],
    ['a supply that was not waited out', vaultProfile, 'supply.discharged', false, 'hold-supply'],
  ] as const)('is stopped by %s', (_, device, fact, value, code) => {
    const bench = before(device, (act) => act.touchesBoard && act.station === 'open');
    const next = nextStep(bench.state, bench.context)!;
    const step: JobAct = { kind: 'step', stepId: next.id };
    expect(codeOf(bench, bench.state, step)).toBe('ok');
    expect(codeOf(bench, withFact(bench.state, fact, value), step)).toBe(code);
  });

  it('a copy that is not there is not walked past at Swap; one that was not compared only by a look inside or a reason', () => {
    const bench = before(ospreyProfile, (act) => act.station === 'swap');
    bench.state = { ...bench.state, job: { ...bench.state.job, dock } };
    const step: JobAct = { kind: 'step', stepId: nextStep(bench.state, bench.context)!.id };
    expect(codeOf(bench, bench.state, step)).toBe('ok');
    const { 'copy.verified': _, ...others } = bench.state.facts;
    const none = { ...bench.state, facts: others };
    expect(codeOf(bench, none, step)).toBe('hold-copy-unverified');
    for (const fact of ['override.copy-unverified', 'copy.looked-into'] as const) {
      const uncompared = withFact(bench.state, 'copy.verified', false);
      expect(codeOf(bench, uncompared, step)).toBe('hold-copy-unverified');
      expect(codeOf(bench, withFact(uncompared, fact, true), step)).toBe('ok');
      expect(codeOf(bench, withFact(none, fact, true), step)).toBe('hold-copy-unverified');
    }
    const override: JobAct = { kind: 'override', code: 'copy-unverified', reason: 'it will be fine' };
    bench.state = { ...bench.state, ...none };
    expect(bench.do(override)).toBe('hold-copy-unverified');
    bench.state = { ...bench.state, ...withFact(none, 'copy.verified', false) };
    expect(bench.do(override)).toBe('ok');
  });

  it('on a mains supply is for those who are noted as trained', () => {
    const bench = before(vaultProfile, (act) => act.mayDo === 'mains');
    const step: JobAct = { kind: 'step', stepId: nextStep(bench.state, bench.context)!.id };
    expect(codeOf(bench, bench.state, step)).toBe('ok');
    bench.mains = false;
    expect(codeOf(bench, bench.state, step)).toBe('hold-training');
    // Passed with a reason it is still not done by who must not.
    const passed = { ...bench.state.facts, ...stated([['override.training', true]]) };
    expect(codeOf(bench, { ...bench.state, facts: passed }, step)).toBe('not-trained');
  });

  it('training is asked before the first step of a job that will need it, and of no other', () => {
    const asked = new Bench({ ...takeIn, profileId: vaultProfile.id }, vaultProfile);
    const first: JobAct = { kind: 'step', stepId: nextStep(asked.state, asked.context)!.id };
    const codes = () => holdsOf(asked.state, asked.context).map(({ code }) => code);
    expect(codes()).toContain('training');
    asked.mains = true;
    expect(codes()).not.toContain('training');
    expect(codeOf(asked, asked.state, first)).not.toBe('hold-training');
    const other = new Bench();
    expect(holdsOf(other.state, other.context).map(({ code }) => code)).not.toContain('training');
  });
});

describe.each(profiles.map((profile) => [profile.name, profile] as const))(
  'the way back of %s',
  (_, profile) => {
    it('puts a drive in wherever the work is turned back, and never closes without one', () => {
      const bench = before(profile, () => false);
      const acts = stepsOf(bench.state.job, bench.context);
      // The whole way: at its end a drive is in, whichever.
      const last = new Map(
        acts.flatMap(({ effects }) => effects.map(({ fact, value }) => [fact, value] as const)),
      );
      expect([last.get('drive.inserted'), last.get('drive.new-inside')]).toContain(true);
    });
  },
);
