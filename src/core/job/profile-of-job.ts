import type { DeviceProfile } from '../device';
import { profileOfRecording } from '../teach';
import type { Job } from './job';

/** The profile that a job is worked by: its procedure is the one that the job itself recorded, where nobody had written one down. */
export const profileOfJob = (profile: DeviceProfile, { recording }: Pick<Job, 'recording'>): DeviceProfile =>
  recording ? profileOfRecording(profile, recording) : profile;
