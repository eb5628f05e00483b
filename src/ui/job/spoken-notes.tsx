import { useState } from 'react';
import type { PhotoLine } from '@/core/job-view';
import { Button } from '../button';
import { showMoment } from '../clock';
import { photoSource } from './photo-words';
import type { StationProps } from './station-props';

type Props = {
  notes: PhotoLine[];
  settings: StationProps['view']['frame']['settings'];
  busy: boolean;
  onRemove?: (note: PhotoLine) => void;
};

/** Notes that were spoken at a job, each to be heard where it was said; nothing plays by itself. */
export function SpokenNotes({ notes, settings, busy, onRemove }: Props) {
  const [sureId, setSureId] = useState<string | null>(null);
  if (notes.length === 0) return null;
  return (
    <ul className="grid gap-2" aria-label="Spoken notes">
      {notes.map((note) => (
        <li key={note.id} className="flex flex-wrap items-center gap-x-3 gap-y-1">
          <audio
            controls
            preload="none"
            src={photoSource(note)}
            aria-label={`Spoken note ${note.id}`}
            className="h-11 w-64 max-w-full"
          />
          <span className="min-w-0 flex-1 text-[0.875rem]">
            {note.note && <span className="block">{note.note}</span>}
            <span className="text-soft">
              {note.id}, {showMoment(note.at, settings)}, {note.by}
            </span>
          </span>
          {onRemove && (
            <Button
              disabled={busy}
              onClick={() => (sureId === note.id ? onRemove(note) : setSureId(note.id))}
            >
              {sureId === note.id ? 'Yes, it is gone then' : 'Take it away'}
            </Button>
          )}
        </li>
      ))}
    </ul>
  );
}
