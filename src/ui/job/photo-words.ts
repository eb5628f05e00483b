import type { PhotoLine } from '@/core/job-view';

/** Where a photo is fetched from. */
export const photoSource = ({ jobId, id }: PhotoLine) => `/api/jobs/${jobId}/photos/${id}`;

/** What a photo is called. */
export const photoWords = ({ id, note }: PhotoLine) => note || `Photo ${id}`;

/** Whether it was spoken rather than taken. */
export const isSpoken = ({ media }: PhotoLine) => media.startsWith('audio/');
