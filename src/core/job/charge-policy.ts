import type { DeviceProfile } from '../device';

/** The two policies of charge before opening (handbook, section 5). */
export const chargePolicies = ['low-charge', 'storage-mode'] as const;
export type ChargePolicy = (typeof chargePolicies)[number];

/** The charge that opening wants, percent: the stricter, lower one unless the job follows the maker’s storage mode. */
export const chargeLimitOf = (
  { opening }: Pick<DeviceProfile, 'opening'>,
  { chargePolicy }: { chargePolicy: ChargePolicy },
): number =>
  chargePolicy === 'storage-mode'
    ? (opening.storageModeBelowPercent ?? opening.chargeBelowPercent)
    : opening.chargeBelowPercent;
