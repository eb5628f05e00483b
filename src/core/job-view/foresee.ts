import type { DeviceProfile } from '../device';
import type { CandidateLine } from '../fit';
import { isKept } from '../margin';
import {
  allSteps,
  type Hold,
  foldFacts,
  screwLedger,
  screwsAtStart,
  standingHolds,
  swapConditions,
} from '../work';
import { type DeviceAnswers, takeInFacts } from '../job';
import type { PartsForesight } from './view';

export type Foresight = { holds: Hold[]; handMinutes: number };

/** Before a job exists: what its answers would hold up, and the handwork it usually takes, minutes. */
export function foresee(profile: DeviceProfile, answers: DeviceAnswers): Foresight {
  const stamp = { at: '1970-01-01T00:00:00.000Z', by: '' };
  const limit = profile.opening.chargeBelowPercent;
  const settings = [...takeInFacts(answers, limit), ...screwsAtStart(profile.procedure)];
  const facts = foldFacts(settings.map((setting) => ({ ...setting, ...stamp })));
  const ledger = screwLedger(profile.procedure, facts);
  const early = ['swollen', 'consent', 'card', 'charge', 'encryption'];
  const { procedure } = profile;
  // The longest case: everything about the swap that a build can change.
  const steps = allSteps(procedure, { holds: swapConditions, isEmpty: answers.oldDrive === null });
  return {
    holds: standingHolds(facts, {
      chargeLimitPercent: limit,
      targetLabel: null,
      ledger,
      carriedBy: answers.oldDrive ? 'copy' : 'device',
      losesData: false,
      onlyImage: false,
      storageMode: false,
      power: profile.procedure.power,
    }).filter(({ code }) => early.includes(code)),
    handMinutes: steps.reduce((total, step) => total + step.minutes, 0),
  };
}

/** A first guess of the parts, before a drive is chosen: a wish that nothing on the shelf meets stops a job too. */
export function foreseeParts(lines: CandidateLine[]): PartsForesight {
  const fitting = lines.filter(({ worst }) => isKept(worst));
  const cheapest = fitting.reduce<CandidateLine | null>(
    (best, next) => (best && (best.minor ?? Infinity) <= (next.minor ?? Infinity) ? best : next),
    null,
  );
  return {
    offered: lines.length,
    fitting: fitting.length,
    cheapest,
    nearest: fitting.length > 0 ? null : (lines[0] ?? null),
  };
}
