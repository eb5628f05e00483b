import type { FactSetting } from '../work';
import type { YesNoUnknown, TakeIn } from './take-in-schema';

const asFact = (answer: YesNoUnknown) => (answer === 'unknown' ? null : answer === 'yes');

/** The answers that say what state the device is in. */
export type DeviceAnswers = Pick<
  TakeIn,
  'card' | 'encryption' | 'swollen' | 'consent' | 'chargePercent' | 'oldDrive'
>;

/** The answers that decide which drives come into question. */
export type PartsAnswers = Pick<
  TakeIn,
  'wantedGB' | 'budget' | 'oldDrive' | 'dataToKeep' | 'systemVersion' | 'placeId'
>;

/** The facts that taking in states. Unanswered questions stay not known. */
export function takeInFacts(takeIn: DeviceAnswers, chargeBelowPercent: number): FactSetting[] {
  const settings: FactSetting[] = [
    { fact: 'battery.connected', value: true },
    { fact: 'battery.in', value: true },
    { fact: 'drive.inserted', value: takeIn.oldDrive !== null },
    { fact: 'cover.on', value: true },
    { fact: 'card.inserted', value: asFact(takeIn.card) },
    { fact: 'encryption.on', value: asFact(takeIn.encryption) },
    { fact: 'battery.swollen', value: asFact(takeIn.swollen) },
    { fact: 'consent.given', value: takeIn.consent },
    {
      fact: 'charge.below-limit',
      value: takeIn.chargePercent === null ? null : takeIn.chargePercent < chargeBelowPercent,
    },
  ];
  return settings;
}
