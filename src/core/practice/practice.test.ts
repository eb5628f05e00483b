import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import fc from 'fast-check';
import { DeviceProfile } from '../device';
import { variantsOf } from '../work';
import {
  anyVariant,
  ask,
  beginPractice,
  bowlTest,
  checkBowl,
  choicesAt,
  due,
  isDone,
  pick,
  practised,
  scoreOf,
  type Mistake,
  variantWords,
} from '.';
import { generator } from './guessers.test.data';
import { drawMistake } from './mistakes';

const devices = join(__dirname, '../../../demo/devices');
const profiles = readdirSync(devices).map((name) =>
  DeviceProfile.parse(JSON.parse(readFileSync(join(devices, name), 'utf8'))),
);
const osprey = profiles.find(({ name }) => name === 'Osprey')!;
const half = () => 0.5;

it.each(profiles.map((profile) => [profile.name, profile] as const))(
  '%s can be practised to its end',
  (_, profile) => {
    let practice = beginPractice(profile.procedure, 2);
    while (!isDone(practice)) {
      const choices = choicesAt(practice, half);
      const next = practice.steps[practice.at]!;
      expect(choices.map(({ id }) => id)).toContain(next.id);
      expect(new Set(choices.map(({ title }) => title)).size).toBe(choices.length);
      practice = pick(practice, next.id).practice;
    }
    expect(scoreOf(practice)).toMatchObject({
      remembered: practice.steps.length,
      mistakes: 0,
      asked: 0,
      repeat: [],
    });
    expect(choicesAt(practice, half)).toEqual([]);
  },
);

it('a wrong pick does nothing, shows what would come of it, and is repeated first', () => {
  const begun = beginPractice(osprey.procedure, 1);
  const before = { ...begun, at: begun.steps.findIndex(({ id }) => id === 'cover') };
  const live = pick(before, 'drive-screw');
  expect(live.consequence).toMatch(/^Short circuit: the board was live/u);
  expect(live.practice.at).toBe(before.at);
  const early = pick({ ...begun, at: begun.steps.findIndex(({ id }) => id === 'feet') }, 'cover');
  expect(early.consequence).toMatch(/a clip breaks/u);
  const asked = ask(ask(early.practice));
  expect(scoreOf(asked)).toMatchObject({ mistakes: 1, asked: 1, repeat: [{ id: 'feet', why: 'mistake' }] });
});

it('every wrong pick anywhere has a consequence in words, and the level says how many there are to choose from', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...profiles),
      fc.constantFrom(1 as const, 2 as const, 3 as const),
      fc.double({ min: 0, max: 0.999, noNaN: true }),
      fc.double({ min: 0, max: 0.999, noNaN: true }),
      (profile, level, share, luck) => {
        const begun = beginPractice(profile.procedure, level);
        const practice = { ...begun, at: Math.floor(share * begun.steps.length) };
        const choices = choicesAt(practice, () => luck);
        expect(choices.length).toBeLessThanOrEqual({ 1: 3, 2: 4, 3: 6 }[level]);
        for (const step of choices.filter(({ id }) => id !== practice.steps[practice.at]!.id))
          expect(pick(practice, step.id).consequence).toMatch(/\S.{8}/u);
      },
    ),
  );
});

it('missed comes the next day, remembered after twice as long, up to sixteen days', () => {
  const now = new Date('2026-11-25T20:00:00Z');
  const days = [true, true, true, true, true].reduce<ReturnType<typeof practised>[]>(
    // Each time on the day on which it is due.
    (all, ok) => [...all, practised(all.at(-1) ?? null, 'cover', ok, new Date(all.at(-1)?.dueOn ?? now))],
    [],
  );
  expect(days.map(({ intervalDays }) => intervalDays)).toEqual([2, 4, 8, 16, 16]);
  // Days count, not runs: five runs on one day are one.
  const once = practised(null, 'cover', true, now);
  expect(practised(once, 'cover', true, now)).toBe(once);
  const missed = practised(days.at(-1)!, 'cover', false, now);
  expect(missed).toEqual({ stepId: 'cover', intervalDays: 1, dueOn: '2026-11-26' });
  expect(due([missed], now)).toEqual([]);
  expect(
    due([{ ...missed, stepId: 'a', dueOn: '2026-11-20' }, missed], new Date('2026-11-26T00:00:00Z')).map(
      ({ stepId }) => stepId,
    ),
  ).toEqual(['a', 'cover']);
});

it('a blank bowl is right when each lies where it came from; what looks alike may be swapped', () => {
  const test = bowlTest(osprey.procedure, half);
  const right = Object.fromEntries(test.lying.map(({ id, where }) => [id, where]));
  expect(Object.values(checkBowl(test, right)).every(Boolean)).toBe(true);
  expect(checkBowl(test, { ...right, fan: right.battery! })).toMatchObject({ fan: false, battery: true });
  expect(checkBowl(test, {})).toMatchObject({ drive: false });
  const twins = {
    ...osprey.procedure,
    fasteners: osprey.procedure.fasteners.map((one) => ({ ...one, count: 1, lengthMm: 3, bit: 'PH0' })),
  };
  const alike = bowlTest(twins, half);
  expect(
    Object.values(checkBowl(alike, Object.fromEntries(alike.lying.map(({ id }) => [id, 'fan'])))).every(
      Boolean,
    ),
  ).toBe(true);
});

it('each way through a procedure gets its turn, on each board, and is told in words', () => {
  const wren = profiles.find(({ name }) => name === 'Wren')!;
  const all = variantsOf(wren.procedure);
  const ways = all.map((_, i) => anyVariant(wren.procedure, () => (i + 0.5) / all.length));
  expect(ways).toEqual(all);
  const has = (way: (typeof ways)[number]) =>
    beginPractice(wren.procedure, 1, way).steps.some(({ id }) => id === 'ribbon-off');
  expect(ways.filter(has).map(({ answers }) => answers?.cell)).toEqual(['stays', 'new']);
  for (const way of ways.filter(has))
    expect(way).toMatchObject({ answers: { ribbon: 'off' }, revisionId: 'late' });
  expect(variantWords(wren.procedure, ways.find(has)!)).toContainEqual(expect.stringMatching(/ off$/u));
});

it('what may be done at the same time is no wrong pick', () => {
  const vault = profiles.find(({ name }) => name === 'Vault')!;
  const begun = beginPractice(vault.procedure, 3);
  const waits = { ...begun, at: begun.steps.findIndex(({ id }) => id === 'wait') };
  expect(choicesAt(waits, half).map(({ id }) => id)).not.toContain('labels');
  const picked = pick(waits, 'labels');
  expect([picked.right, picked.practice.steps[picked.practice.at]!.id]).toEqual([true, 'wait']);
});

describe('what people really picked', () => {
  const practice = beginPractice(osprey.procedure, 1);
  const [next, ...later] = practice.steps;
  if (!next) throw new Error('nothing to practise');
  const offeredBy = (mistakes: Mistake[]) =>
    Array.from({ length: 60 }, (_, n) => choicesAt(practice, generator(n), mistakes).map(({ id }) => id));

  it('is offered there each time, and nothing that was picked elsewhere', () => {
    const plain = offeredBy([]);
    const rare = later.find(
      ({ id, title }) => title !== next.title && plain.filter((ids) => ids.includes(id)).length < 40,
    )!;
    const here = { insteadOf: next.id, picked: rare.id, times: 3 };
    for (const ids of offeredBy([here])) expect(ids).toEqual(expect.arrayContaining([next.id, rare.id]));
    expect(offeredBy([{ ...here, insteadOf: rare.id }])).toEqual(plain);
    // What is done already, or unknown, is not offered.
    for (const ids of offeredBy([{ ...here, picked: 'no-such-step' }]))
      expect(ids).not.toContain('no-such-step');
  });

  it('is drawn by how often it was picked', () => {
    const drawn = (random: number) =>
      drawMistake(
        [
          { insteadOf: 'a', picked: 'b', times: 3 },
          { insteadOf: 'a', picked: 'c', times: 1 },
          { insteadOf: 'x', picked: 'd', times: 9 },
        ],
        'a',
        [{ id: 'b' }, { id: 'c' }, { id: 'd' }],
        () => random,
      )?.id;
    expect([0, 0.74, 0.76, 0.999].map(drawn)).toEqual(['b', 'b', 'c', 'c']);
    expect(drawMistake([], 'a', [{ id: 'b' }], () => 0)).toBeNull();
  });
});
