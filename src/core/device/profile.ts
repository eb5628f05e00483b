import type { z } from 'zod';
import { profileFaults } from './profile-faults';
import { ProfileShape } from './profile-shape';

/** A profile without faults: what is said in it agrees with itself, and its procedure can be worked. */
export const DeviceProfile = ProfileShape.superRefine((profile, context) => {
  // Of what is not even of its shape nothing more is asked.
  if (context.issues.length > 0) return;
  for (const { path, message, mend } of profileFaults(profile))
    context.addIssue({ code: 'custom', path, message, params: { mend } });
});
export type DeviceProfile = ProfileShape;

/**
 * A profile as the catalogue and a job keep it: what was taken in once is read, whatever is checked of new ones today, and does not
 * change a job that has begun.
 */
export const StoredProfile: z.ZodType<DeviceProfile> = ProfileShape;
