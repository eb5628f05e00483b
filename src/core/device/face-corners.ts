import * as z from 'zod';
import type { FaceCorners } from './straighten';

const PhotoPoint = z.object({ x: z.number().min(0).max(1), y: z.number().min(0).max(1) });

/** The four corners of a face as a request brings them. */
export const FaceCornersShape: z.ZodType<FaceCorners> = z.tuple([
  PhotoPoint,
  PhotoPoint,
  PhotoPoint,
  PhotoPoint,
]);
