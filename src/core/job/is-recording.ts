import type { Job } from './job';

/** Whether the way in is being recorded and not through. */
export const isRecording = ({ recording }: Pick<Job, 'recording'>): boolean =>
  recording !== null && !recording.ended;
