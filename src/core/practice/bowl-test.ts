import { type FastenerGroup, type Procedure, goesToBowl } from '../work';

/** A blank bowl: what lies in it, without names, and the places that it came from. */
export type BowlTest = { lying: FastenerGroup[]; places: string[] };

/** Groups with the same look cannot be told apart by anybody: either place is right for them. */
const looks = ({ bit, lengthMm, kind, count }: FastenerGroup) => `${kind} ${bit} ${lengthMm} ${count}`;

const shuffled = <T>(items: T[], random: () => number): T[] =>
  items
    .map((item) => ({ item, key: random() }))
    .sort((a, b) => a.key - b.key)
    .map(({ item }) => item);

/** The fasteners of a device that lie in the bowl, and their places, both shuffled. */
export function bowlTest({ fasteners }: Procedure, random: () => number): BowlTest {
  const lying = fasteners.filter(goesToBowl);
  return { lying: shuffled(lying, random), places: shuffled(lying, random).map(({ where }) => where) };
}

/** For each group, whether the place that it was given is right; a group without a place is wrong. */
export const checkBowl = ({ lying }: BowlTest, given: Record<string, string>): Record<string, boolean> =>
  Object.fromEntries(
    lying.map((group) => [
      group.id,
      lying.some((other) => looks(other) === looks(group) && other.where === given[group.id]),
    ]),
  );
