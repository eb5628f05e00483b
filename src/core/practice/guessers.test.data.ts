import { profiles } from '../fit/demo.test.data';
import { type Mistake, type Practice, beginPractice, choicesAt, pick } from '.';
import type { HandStep } from '../work';

/** A small fast generator (mulberry32): the same seed makes the same runs. */
export function generator(seed: number) {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 2 ** 32;
  };
}

type Offered = ReadonlyMap<string, number>;
export type Guesser = (choices: HandStep[], practice: Practice, offered: Offered) => number[];
const words = (text: string) =>
  new Set(
    text
      .toLowerCase()
      .split(/[^\p{L}]+/u)
      .filter((word) => word.length > 3),
  );

/** Those who know nothing of the device: each scores every choice, and takes one of the best. */
export const dumb: Record<string, Guesser> = {
  'what was offered most often': (choices, _, offered) => choices.map(({ id }) => offered.get(id) ?? 0),
  'what was offered least often': (choices, _, offered) => choices.map(({ id }) => -(offered.get(id) ?? 0)),
  'what shares words with the step before': (choices, { steps, at }) => {
    const before = words(steps[at - 1]?.title ?? '');
    return choices.map(({ title }) => [...words(title)].filter((word) => before.has(word)).length);
  },
  'the longest title': (choices) => choices.map(({ title }) => title.length),
};

/** Two later steps that people picked at each place, some far more often than others. */
const mistakesIn = ({ steps }: Practice, random: () => number): Mistake[] =>
  steps.flatMap(({ id }, at) => {
    const later = steps.slice(at + 1);
    return [0, 1].flatMap(() => {
      const picked = later[Math.floor(random() * later.length)];
      return picked ? [{ insteadOf: id, picked: picked.id, times: 1 + Math.floor(random() * 9) }] : [];
    });
  });

/** How often a guesser is right, and how often chance is, over runs of every device. */
export function share(guess: Guesser, level: 1 | 2 | 3, mistaken = false) {
  let [right, chance, rounds] = [0, 0, 0];
  for (const { procedure } of profiles)
    for (let run = 0; run < 20; run += 1) {
      const random = generator(run + 1);
      const offered = new Map<string, number>();
      let practice = beginPractice(procedure, level);
      const mistakes = mistaken ? mistakesIn(practice, generator(7 * run + 3)) : [];
      while (practice.at < practice.steps.length) {
        const next = practice.steps[practice.at]!;
        const choices = choicesAt(practice, random, mistakes);
        const scores = guess(choices, practice, offered);
        const most = Math.max(...scores);
        const best = choices.filter((_, i) => scores[i] === most);
        // Where only one is left there is nothing to guess.
        if (choices.length > 1) {
          right += best.includes(next) ? 1 / best.length : 0;
          chance += 1 / choices.length;
          rounds += 1;
        }
        for (const { id } of choices) offered.set(id, (offered.get(id) ?? 0) + 1);
        practice = pick(practice, next.id).practice;
      }
    }
  return { right: right / rounds, chance: chance / rounds };
}
