import type { FactSetting, Facts, HandStep, Procedure } from '../work';
import { factValue } from '../work';
import type { Job } from './job';

/** Whether the job turned back: the old drive goes in again, and nothing is chosen, planned or carried any more. */
export const leadsBack = ({ openedAgain }: Pick<Job, 'openedAgain'>): boolean =>
  openedAgain?.putsIn === 'old';

/**
 * A step as it is done when a device is opened another time, or turned back: words of procedures tell the drive that is drawn out (“old
 * drive”) from the one that goes in (“new drive”); here either may be either.
 */
export function stepAnew(step: HandStep, { tookOut, putsIn }: NonNullable<Job['openedAgain']>): HandStep {
  const named = { old: tookOut, new: putsIn };
  const words = <Words extends string | null>(text: Words): Words =>
    text === null
      ? text
      : (text
          .replace(/\b(old|new) (drive|one)\b/gu, (_, which: 'old' | 'new', noun: string) =>
            [named[which], noun].join(' '),
          )
          .replace(/\b(Old|New) drive\b/gu, (_, which: string) =>
            which === 'Old' ? `${capital(tookOut)} drive` : `${capital(putsIn)} drive`,
          ) as Words);
  return {
    ...step,
    title: words(step.title),
    how: words(step.how),
    caution: words(step.caution),
    tooEarly: words(step.tooEarly),
    forgotten: words(step.forgotten),
    needs: step.needs.map((need) => (isNewInside(need) ? { ...need, value: putsIn === 'new' } : need)),
    effects: step.effects.flatMap((effect) =>
      isNewInside(effect)
        ? [{ ...effect, value: putsIn === 'new' }]
        : // Whichever it is, none is in it now.
          effect.fact === 'drive.inserted' && effect.value === false
          ? [effect, { fact: 'drive.new-inside' as const, value: false }]
          : [effect],
    ),
  };
}

const isNewInside = ({ fact, value }: FactSetting) => fact === 'drive.new-inside' && value === true;

const capital = (which: 'old' | 'new') => (which === 'old' ? 'Old' : 'New');

/** What is known of a closed device only until it is on again; asked or done anew before it is opened another time. */
const notSince = [
  'device.started',
  'device.powered',
  'charge.below-limit',
  'card.inserted',
  'pace.asked',
] as const;

/** Where the drives are; opening it again changes that by its own steps. */
const stays = new Set<string>(['drive.inserted', 'drive.new-inside']);

/**
 * Facts that no longer hold once a closed device is opened another time: what only counted until it was on, and what its steps bring
 * about and closing never undid (static discharged, a supply discharged, things laid out): they are done again.
 */
export const factsOfAnotherOpening = (procedure: Procedure, facts: Facts): FactSetting[] => {
  const left = new Set(
    [...procedure.open, ...procedure.swap]
      .flatMap(({ effects }) => effects)
      .filter(({ fact, value }) => value !== null && factValue(facts, fact) === value && !stays.has(fact))
      .map(({ fact }) => fact),
  );
  return [...new Set([...notSince, ...left])].map((fact) => ({ fact, value: null }));
};
