import type { Job } from './job';

/** Where in the device a job puts its drive: as chosen, else as taken in. */
export const placeIdOf = ({ choice, takeIn }: Pick<Job, 'choice' | 'takeIn'>): string | null =>
  choice ? choice.placeId : takeIn.placeId;
