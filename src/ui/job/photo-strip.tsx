'use client';
import dynamic from 'next/dynamic';
import { useState } from 'react';
import type { PhotoLine } from '@/core/job-view';
import { isSpoken, photoSource, photoWords } from './photo-words';
import { SpokenNotes } from './spoken-notes';
import type { StationProps } from './station-props';

type Props = {
  photos: PhotoLine[];
  settings: StationProps['view']['frame']['settings'];
  /** Takes a photo away; left out where only looking is meant. */
  onRemove?: (photo: PhotoLine) => void;
  busy: boolean;
};

const PhotoDialog = dynamic(() => import('./photo-dialog').then((m) => m.PhotoDialog), { ssr: false });

/** Spoken notes, and photos in a row; one that is pressed is shown large, with who took it and when. */
export function PhotoStrip({ photos, settings, onRemove, busy }: Props) {
  const [shownId, setShownId] = useState<string | null>(null);
  const pictures = photos.filter((photo) => !isSpoken(photo));
  const shown = pictures.find(({ id }) => id === shownId) ?? null;
  if (photos.length === 0) return null;
  return (
    <>
      <SpokenNotes notes={photos.filter(isSpoken)} settings={settings} busy={busy} onRemove={onRemove} />
      <ul className="flex flex-wrap gap-2 empty:hidden" aria-label="Photos">
        {pictures.map((photo) => (
          <li key={photo.id}>
            <button
              type="button"
              className="block overflow-hidden rounded-xl border border-line-strong"
              onClick={() => setShownId(photo.id)}
            >
              <img
                src={photoSource(photo)}
                alt={photoWords(photo)}
                loading="lazy"
                className="h-24 w-32 object-cover"
              />
            </button>
          </li>
        ))}
      </ul>
      {shown && (
        <PhotoDialog
          key={shown.id}
          photo={shown}
          settings={settings}
          busy={busy}
          onClose={() => setShownId(null)}
          onRemove={onRemove}
        />
      )}
    </>
  );
}
