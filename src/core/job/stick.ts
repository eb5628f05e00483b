import * as z from 'zod';
import { type StickContent, acceptableOnStick } from '../image';
import { type Margin, isKept } from '../margin';

/** The stick that a job restores from, as it was when it was taken. */
export const JobStick = z.object({
  label: z.string().max(12),
  imageId: z.string().max(60),
  name: z.string().max(120),
  version: z.string().max(20),
  /** SHA-256 of what was written, unpacked. */
  sha256: z.string().regex(/^[0-9a-f]{64}$/u),
  /** Why it was taken although something speaks against it. */
  reason: z.string().max(300).nullable(),
});
export type JobStick = z.infer<typeof JobStick>;

/** A stick of the bench held against one job’s device. */
export type StickForJob = {
  label: string;
  model: string;
  content: StickContent | null;
  margins: Margin[];
  /** Another open job that it was taken for. */
  meantFor: string | null;
};

/** What stands against a stick: what must be mended, and what may be taken on with a reason. */
export function againstStick({ margins }: Pick<StickForJob, 'margins'>): {
  blocking: Margin[];
  acceptable: Margin[];
} {
  const failing = margins.filter((margin) => !isKept(margin));
  const may = ({ id }: Margin) => acceptableOnStick.includes(id);
  return { blocking: failing.filter((margin) => !may(margin)), acceptable: failing.filter(may) };
}
