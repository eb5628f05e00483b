import { type StickContent, acceptableOnStick } from '../image';
import { type Margin, isKept } from '../margin';

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
