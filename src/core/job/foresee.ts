import type { DeviceProfile } from '../device';
import {
  type Hold,
  foldFacts,
  screwLedger,
  screwsAtStart,
  standingHolds,
  swapActs,
  wayBack,
  wayIn,
} from '../work';
import { type TakeIn, takeInFacts } from './take-in';

export type Foresight = { holds: Hold[]; handMinutes: number };

/** Before a job exists: what its answers would hold up, and the handwork it usually takes, minutes. */
export function foresee(profile: DeviceProfile, takeIn: TakeIn): Foresight {
  const stamp = { at: '1970-01-01T00:00:00.000Z', by: '' };
  const limit = profile.opening.chargeBelowPercent;
  const settings = [...takeInFacts(takeIn, limit), ...screwsAtStart(profile.procedure)];
  const facts = foldFacts(settings.map((setting) => ({ ...setting, ...stamp })));
  const ledger = screwLedger(profile.procedure, facts);
  const early = ['swollen', 'consent', 'card', 'charge', 'encryption'];
  const { procedure } = profile;
  // The longest case: the stand-off moves and a pad is laid.
  const conditions = { lengthChanges: true, padChosen: true };
  const acts = [...wayIn(procedure), ...swapActs(procedure, conditions), ...wayBack(procedure, conditions)];
  return {
    holds: standingHolds(facts, { chargeLimitPercent: limit, targetLabel: null, ledger }).filter(({ code }) =>
      early.includes(code),
    ),
    handMinutes: acts.reduce((total, act) => total + act.minutes, 0),
  };
}
