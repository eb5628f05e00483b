import type { JobView } from '@/core/job-view';
import { PhotoStrip } from './photo-strip';
import type { StationProps } from './station-props';

/** The step that a step of the way back undoes, or the step itself: what was photographed on the way in is shown again on the way back. */
const stepOf = (actId: string) => actId.replace(/^back-/u, '');

type Props = Pick<StationProps, 'view' | 'busy' | 'removePhoto'> & { step: JobView['steps'][number] };

/** How it looked: photos taken at this step of this job, and those of earlier jobs that were meant for every device of its kind. */
export function StepPhotos({ view, step, busy, removePhoto }: Props) {
  const isHere = ({ stepId }: { stepId: string | null }) =>
    stepId !== null && stepOf(stepId) === stepOf(step.id);
  const { settings } = view.frame;
  const [own, others] = [view.photos.filter(isHere), view.pictures.filter(isHere)];
  if (own.length + others.length === 0) return null;
  return (
    <div className="mt-4 flex flex-col gap-2">
      <PhotoStrip
        photos={own}
        settings={settings}
        onRemove={(photo) => void removePhoto(photo)}
        busy={busy}
      />
      {others.length > 0 && (
        <div>
          <p className="mb-1 text-[0.875rem] text-soft">From earlier jobs on this kind of device</p>
          <PhotoStrip photos={others} settings={settings} busy={busy} />
        </div>
      )}
    </div>
  );
}
