import * as z from 'zod';
import { PictureSum } from '../picture-sum';

export const id = z.string().regex(/^[a-z0-9-]{1,40}$/u);

/** A point on a face: where a fastener or a plug is, as shares of its width and height from the upper left. */
export const MapPoint = z.object({
  of: z.enum(['fastener', 'cable']),
  id,
  x: z.number().min(0).max(1),
  y: z.number().min(0).max(1),
});

export type MapPoint = z.infer<typeof MapPoint>;

/** One side of the device as it lies before the hands: a photo seen from straight before it, or a plain outline. */
export const MapFace = z.object({
  id,
  name: z.string().min(1).max(60),
  acrossMm: z.number().positive().max(2000),
  downMm: z.number().positive().max(2000),
  points: z.array(MapPoint).max(200).default([]),
  /** The photo below the points, as large as the face; left out, an outline is drawn. */
  picture: PictureSum.optional(),
});

export type MapFace = z.infer<typeof MapFace>;

export const ScrewMap = z.array(MapFace).max(6).default([]);

export type ScrewMap = z.infer<typeof ScrewMap>;
