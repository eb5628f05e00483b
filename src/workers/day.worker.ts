import { expose } from 'comlink';
import { randomLcg, randomNormal } from 'd3-random';
import { type Day, chancesOf, planDay, slipsOf } from '@/core/day';

/** The same day gives the same plan, in whatever window it is looked at. */
const seed = 0.4117;

const dayWorker = {
  plan: async (day: Day, former: readonly string[]) => {
    const plan = planDay(day, randomLcg(seed), former);
    const chances = chancesOf(day, plan, randomNormal.source(randomLcg(seed))(0, 1));
    return { plan, chances, slips: slipsOf(day, plan) };
  },
};
export type DayWorker = typeof dayWorker;

expose(dayWorker);
