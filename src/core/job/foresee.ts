import type { DeviceProfile } from '../device';
import { type Candidate, partsOf, rankDrives, settingOf } from '../fit';
import { isKept } from '../margin';
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
import { type Money, totals } from '../units';
import { type DeviceAnswers, type PartsAnswers, takeInFacts } from './take-in';
import type { PartsView } from './view';

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

/** What can be had for the wish: drives of that size or more, how many fit, the cheapest with its pad, and the nearest. */
export type PartsForesight = {
  offered: number;
  fitting: number;
  cheapest: { candidate: Candidate; price: Money[] } | null;
  /** Where none fits: the one that comes nearest. */
  nearest: Candidate | null;
};

/** Parts money is minor units of their own currencies, never added across them. */
const priceOf = ({ build }: Candidate): Money[] => totals(partsOf(build).map(({ price }) => price));

/** A first guess of the parts, before a drive is chosen: a wish that nothing on the shelf meets stops a job too. */
export function foreseeParts(
  profile: DeviceProfile,
  { wantedGB, oldDrive, dataToKeep, systemVersion }: PartsAnswers,
  { drives, pads, sinks }: PartsView,
  currency: string,
): PartsForesight {
  const old = { labelGB: oldDrive.labelGB, usedBytes: oldDrive.usedBytes, dataToKeep };
  const offered = drives.filter(({ labelGB }) => labelGB >= wantedGB);
  const wish = { currency, prefers: [], shelfFirst: false };
  const ranked = rankDrives(settingOf(profile, { old, systemVersion }), offered, { pads, sinks }, wish);
  const fitting = ranked.filter(({ answer }) => isKept(answer.worst));
  const minor = (candidate: Candidate) =>
    priceOf(candidate).find((money) => money.currency === currency)?.minor ?? Infinity;
  const cheapest = fitting.reduce<Candidate | null>(
    (best, next) => (best && minor(best) <= minor(next) ? best : next),
    null,
  );
  return {
    offered: offered.length,
    fitting: fitting.length,
    cheapest: cheapest && { candidate: cheapest, price: priceOf(cheapest) },
    nearest: fitting.length > 0 ? null : (ranked[0] ?? null),
  };
}
