import type { z } from 'zod';
import { ProcedureShape } from '../work';
import { profileFaults } from './profile-faults';
import { ProfileShape } from './profile-shape';

/** A profile without faults: what is said in it agrees with itself, and its procedure can be worked. */
export const DeviceProfile = ProfileShape.superRefine((profile, context) => {
  // Of what is not even of its shape nothing more is asked.
  if (context.issues.length > 0) return;
  for (const { path, message } of profileFaults(profile)) context.addIssue({ code: 'custom', path, message });
});
export type DeviceProfile = ProfileShape;

/** A profile as the catalogue keeps it: what was taken in once is read, whatever is checked of new ones today. */
export const StoredProfile: z.ZodType<DeviceProfile> = ProfileShape;

/** A profile that a job began with: it was proved then, and what is proved today does not change a job that has begun. */
export const KeptProfile: z.ZodType<DeviceProfile> = ProfileShape.extend({ procedure: ProcedureShape });
