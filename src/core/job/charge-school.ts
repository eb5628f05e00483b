import type { DeviceProfile } from '../device';

/** The two schools of charge before opening (handbook, section 5). */
export const chargeSchools = ['low-charge', 'storage-mode'] as const;
export type ChargeSchool = (typeof chargeSchools)[number];

/** The charge that opening wants, percent: the stricter, lower one unless the job follows the maker’s storage mode. */
export const chargeLimitOf = (
  { opening }: Pick<DeviceProfile, 'opening'>,
  { chargeSchool }: { chargeSchool: ChargeSchool },
): number =>
  chargeSchool === 'storage-mode'
    ? (opening.storageModeBelowPercent ?? opening.chargeBelowPercent)
    : opening.chargeBelowPercent;
