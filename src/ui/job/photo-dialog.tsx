'use client';
import { useState } from 'react';
import type { PhotoLine } from '@/core/job-view';
import { Button } from '../button';
import { showMoment } from '../clock';
import { DialogFrame } from '../dialog-frame';
import { photoSource, photoWords } from './photo-words';
import type { StationProps } from './station-props';

type Props = {
  photo: PhotoLine;
  settings: StationProps['view']['frame']['settings'];
  busy: boolean;
  onClose: () => void;
  onRemove?: (photo: PhotoLine) => void;
};

/** One photo shown large, with who took it and when. */
export function PhotoDialog({ photo, settings, busy, onClose, onRemove }: Props) {
  const [sure, setSure] = useState(false);
  return (
    <DialogFrame title={photoWords(photo)} open onOpenChange={(isOpen) => !isOpen && onClose()}>
      <img
        src={photoSource(photo)}
        alt={photoWords(photo)}
        width={photo.widthPx}
        height={photo.heightPx}
        className="max-h-[56vh] w-full rounded-xl object-contain"
      />
      <p className="mt-2 text-[0.875rem] text-soft">
        {photo.id}, {showMoment(photo.at, settings)}, {photo.by}, job {photo.jobId}
        {photo.forAll && '; shown at this step on every device of its kind'}
      </p>
      <div className="mt-3 flex flex-wrap gap-3">
        <Button keyName="Esc" onClick={() => onClose()}>
          Close
        </Button>
        {onRemove &&
          (sure ? (
            <Button
              kind="main"
              disabled={busy}
              onClick={() => {
                onClose();
                onRemove(photo);
              }}
            >
              Yes, the picture is gone then
            </Button>
          ) : (
            <Button onClick={() => setSure(true)}>Take it away</Button>
          ))}
      </div>
    </DialogFrame>
  );
}
