'use client';
import { useState } from 'react';
import { Button } from '../button';
import { DialogFrame } from '../dialog-frame';
import type { Result } from '@/core/result';
import { BetterWords } from './better-words';
import { FileInput } from '../file-input';
import { useDraft } from '../use-draft';
import { SpeakInput } from './speak-input';

const most = 2000;
/** As the server takes it; said here before anything is sent. */
const mostPhotoBytes = 24 * 1024 * 1024;
const mostPhotoNote = 500;
const mostSoundBytes = 12 * 1024 * 1024;
const pictures = 'image/jpeg,image/png,image/webp';

export type PhotoWish = { note: string; forAll: boolean };

type Props = {
  jobId: string;
  /** What was typed before it was here. */
  start?: string;
  open: boolean;
  onOpenChange: (open: boolean) => void;
  onNote: (text: string) => Promise<boolean>;
  onPhoto: (file: File, wish: PhotoWish) => Promise<boolean>;
  /** The step that a photo would be kept with; null where no step is next. */
  step: { title: string; how: string } | null;
  device: string;
  /** Keeps better words for the step in the device’s procedure; null where it has none of its own there. */
  onWords: ((how: string) => Promise<Result<{ version: number }>>) | null;
};

/** A note on the job, with a photo or spoken; both stand in the history, and what is written on the sheet. */
export function NoteDialog({
  jobId,
  start,
  open,
  onOpenChange,
  onNote,
  onPhoto,
  step,
  device,
  onWords,
}: Props) {
  const [text, setText] = useDraft(`note ${jobId}`, start);
  const [taken, setTaken] = useState<{ file: File; preview: string } | null>(null);
  const photo = taken?.file ?? null;
  const setPhoto = (file: File | null) => {
    if (taken) URL.revokeObjectURL(taken.preview);
    setTaken(file && { file, preview: URL.createObjectURL(file) });
  };
  const [forAll, setForAll] = useState(false);
  const [busy, setBusy] = useState(false);
  /** Better words are being typed, which no draft keeps. */
  const [saying, setSaying] = useState(false);
  const isSpoken = photo?.type.startsWith('audio/') ?? false;
  const limit = photo ? mostPhotoNote : most;
  const wrong =
    photo && isSpoken && photo.size > mostSoundBytes
      ? `This file has ${Math.round(photo.size / 1024 / 1024)} MiB; a spoken note of more than 12 MiB is not taken. Say it again, shorter.`
      : photo && photo.size > mostPhotoBytes
        ? `This file has ${Math.round(photo.size / 1024 / 1024)} MiB; a photo of more than 24 MiB is not taken. Take it again with the camera at a smaller size.`
        : text.trim().length > limit
          ? `${text.trim().length} characters: at most ${limit}. Shorten it.`
          : null;
  const empty = () => {
    setText('');
    setPhoto(null);
    setForAll(false);
  };
  const save = async () => {
    setBusy(true);
    const kept = await (photo ? onPhoto(photo, { note: text.trim(), forAll }) : onNote(text));
    setBusy(false);
    // Where the server refuses it, nothing typed or taken is lost.
    if (kept) empty();
    onOpenChange(false);
  };
  return (
    <DialogFrame
      title="Note, photo or spoken"
      asks={saying ? 'held' : 'never'}
      open={open}
      onOpenChange={(next) => {
        setSaying(false);
        onOpenChange(next);
      }}
    >
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void save();
        }}
      >
        <textarea
          aria-label="Note"
          dir="auto"
          rows={3}
          className="w-full rounded-xl border border-line-strong bg-ground p-3"
          value={text}
          onChange={(event) => setText(event.target.value)}
          aria-invalid={text.trim().length > limit || undefined}
        />
        <div className="mt-2 flex flex-wrap items-center gap-2">
          <FileInput words="Take a photo" accept={pictures} capture="environment" onFile={setPhoto} />
          <FileInput words="Photo from a file" accept={pictures} onFile={setPhoto} />
          <SpeakInput onSpoken={setPhoto} />
        </div>
        {taken && !wrong && (
          <div className="mt-3 flex items-start gap-3">
            {isSpoken ? (
              <audio
                controls
                src={taken.preview}
                aria-label="The note as it was spoken"
                className="h-11 w-64"
              />
            ) : (
              <img
                src={taken.preview}
                alt="The photo as it was taken"
                className="max-h-40 rounded-xl border"
              />
            )}
            <div className="flex flex-col gap-2">
              {step && !isSpoken && (
                <label className="flex min-h-11 items-center gap-2">
                  <input
                    type="checkbox"
                    className="size-5 accent-(--cochineal)"
                    checked={forAll}
                    onChange={(event) => setForAll(event.target.checked)}
                  />
                  <span>
                    Show it at this step on every {device}
                    <span className="block text-[0.8125rem] text-soft">
                      {step.title}. Only without anything of its owner on it.
                    </span>
                  </span>
                </label>
              )}
              <Button onClick={() => setPhoto(null)}>{isSpoken ? 'Without it' : 'Without the photo'}</Button>
            </div>
          </div>
        )}
        <p
          className={`mt-2 text-[0.8125rem] ${wrong ? 'font-semibold text-over' : 'text-soft'}`}
          role={wrong ? 'alert' : undefined}
        >
          {wrong ??
            (isSpoken
              ? 'It is kept as it came, with this job alone: what the recorder wrote into it, such as a place, is kept too. It is found by what is typed above, not by what is said.'
              : 'It stands in the history and on the hand-over sheet. Of a photo only its pixels are kept, not where it was taken.')}
        </p>
        <div className="mt-3 flex gap-3">
          <Button
            kind="main"
            type="submit"
            disabled={busy || wrong !== null || (photo === null && text.trim() === '')}
          >
            {isSpoken ? 'Keep the spoken note' : photo ? 'Keep the photo' : 'Keep the note'}
          </Button>
          <Button
            onClick={() => {
              empty();
              onOpenChange(false);
            }}
          >
            Cancel
          </Button>
        </div>
      </form>
      {step && onWords && <BetterWords onTyped={setSaying} step={step} device={device} onKeep={onWords} />}
    </DialogFrame>
  );
}
