'use client';
import { useState } from 'react';
import type { PhotoLine } from '@/core/job-view';
import { Button } from '../button';
import { showMoment } from '../clock';
import { DialogFrame } from '../dialog-frame';
import type { StationProps } from './station-props';

type Props = {
  photos: PhotoLine[];
  settings: StationProps['view']['frame']['settings'];
  /** Takes a photo away; left out where only looking is meant. */
  onRemove?: (photo: PhotoLine) => void;
  busy: boolean;
};

const source = ({ jobId, id }: PhotoLine) => `/api/jobs/${jobId}/photos/${id}`;
const words = ({ id, note }: PhotoLine) => note || `Photo ${id}`;

/** Photos in a row; one that is pressed is shown large, with who took it and when. */
export function PhotoStrip({ photos, settings, onRemove, busy }: Props) {
  const [shownId, setShownId] = useState<string | null>(null);
  const [sure, setSure] = useState(false);
  const shown = photos.find(({ id }) => id === shownId) ?? null;
  if (photos.length === 0) return null;
  return (
    <>
      <ul className="flex flex-wrap gap-2" aria-label="Photos">
        {photos.map((photo) => (
          <li key={photo.id}>
            <button
              type="button"
              className="block overflow-hidden rounded-xl border border-line-strong"
              onClick={() => {
                setShownId(photo.id);
                setSure(false);
              }}
            >
              <img src={source(photo)} alt={words(photo)} loading="lazy" className="h-24 w-32 object-cover" />
            </button>
          </li>
        ))}
      </ul>
      <DialogFrame
        title={shown ? words(shown) : 'Photo'}
        open={shown !== null}
        onOpenChange={(isOpen) => !isOpen && setShownId(null)}
      >
        {shown && (
          <>
            <img
              src={source(shown)}
              alt={words(shown)}
              width={shown.widthPx}
              height={shown.heightPx}
              className="max-h-[56vh] w-full rounded-xl object-contain"
            />
            <p className="mt-2 text-[14px] text-soft">
              {shown.id}, {showMoment(shown.at, settings)}, {shown.by}, job {shown.jobId}
              {shown.forAll && '; shown at this step on every device of its kind'}
            </p>
            <div className="mt-3 flex flex-wrap gap-3">
              <Button keyName="Esc" onClick={() => setShownId(null)}>
                Close
              </Button>
              {onRemove &&
                (sure ? (
                  <Button
                    kind="main"
                    disabled={busy}
                    onClick={() => {
                      setShownId(null);
                      onRemove(shown);
                    }}
                  >
                    Yes, the picture is gone then
                  </Button>
                ) : (
                  <Button onClick={() => setSure(true)}>Take it away</Button>
                ))}
            </div>
          </>
        )}
      </DialogFrame>
    </>
  );
}
