'use client';
import { Dialog } from 'radix-ui';
import { useState } from 'react';
import { Button } from '../button';
import { DialogFrame } from '../dialog-frame';

const most = 2000;
/** As the server takes it; said here before anything is sent. */
const mostPhotoBytes = 24 * 1024 * 1024;
const mostPhotoNote = 500;

export type PhotoWish = { note: string; forAll: boolean };

type Props = {
  open: boolean;
  onOpenChange: (open: boolean) => void;
  onNote: (text: string) => Promise<boolean>;
  onPhoto: (file: File, wish: PhotoWish) => Promise<boolean>;
  /** The step that a photo would be kept with; null where no step is next. */
  step: string | null;
  device: string;
};

/** A note on the job, with a photo if there is one; both stand in the history, and what is written on the sheet. */
export function NoteDialog({ open, onOpenChange, onNote, onPhoto, step, device }: Props) {
  const [text, setText] = useState('');
  const [taken, setTaken] = useState<{ file: File; preview: string } | null>(null);
  const photo = taken?.file ?? null;
  const setPhoto = (file: File | null) => {
    if (taken) URL.revokeObjectURL(taken.preview);
    setTaken(file && { file, preview: URL.createObjectURL(file) });
  };
  const [forAll, setForAll] = useState(false);
  const [busy, setBusy] = useState(false);
  const limit = photo ? mostPhotoNote : most;
  const wrong =
    photo && photo.size > mostPhotoBytes
      ? `This file has ${Math.round(photo.size / 1024 / 1024)} MiB; a photo of more than 24 MiB is not taken. Take it again with the camera at a smaller size.`
      : text.trim().length > limit
        ? `${text.trim().length} characters: at most ${limit}. Shorten it.`
        : null;
  const save = async () => {
    setBusy(true);
    const kept = await (photo ? onPhoto(photo, { note: text.trim(), forAll }) : onNote(text));
    setBusy(false);
    // Kept when the server refuses it: nothing typed or taken is lost.
    if (kept) {
      setText('');
      setPhoto(null);
      setForAll(false);
    }
    onOpenChange(false);
  };
  return (
    <DialogFrame title="Note or photo" open={open} onOpenChange={onOpenChange}>
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
          <PhotoInput words="Take a photo" capture onPhoto={setPhoto} />
          <PhotoInput words="Photo from a file" onPhoto={setPhoto} />
        </div>
        {taken && !wrong && (
          <div className="mt-3 flex items-start gap-3">
            <img src={taken.preview} alt="The photo as it was taken" className="max-h-40 rounded-xl border" />
            <div className="flex flex-col gap-2">
              {step && (
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
                      {step}. Only without anything of its owner on it.
                    </span>
                  </span>
                </label>
              )}
              <Button onClick={() => setPhoto(null)}>Without the photo</Button>
            </div>
          </div>
        )}
        <p
          className={`mt-2 text-[0.8125rem] ${wrong ? 'font-semibold text-over' : 'text-soft'}`}
          role={wrong ? 'alert' : undefined}
        >
          {wrong ??
            'It stands in the history and on the hand-over sheet. Of a photo only its pixels are kept, not where it was taken.'}
        </p>
        <div className="mt-3 flex gap-3">
          <Button
            kind="main"
            type="submit"
            disabled={busy || wrong !== null || (photo === null && text.trim() === '')}
          >
            {photo ? 'Keep the photo' : 'Keep the note'}
          </Button>
          <Dialog.Close asChild>
            <Button keyName="Esc">Cancel</Button>
          </Dialog.Close>
        </div>
      </form>
    </DialogFrame>
  );
}

/** A file input as a button. With `capture` a tablet opens its camera, which needs no secure connection. */
function PhotoInput({
  words,
  capture = false,
  onPhoto,
}: {
  words: string;
  capture?: boolean;
  onPhoto: (photo: File) => void;
}) {
  return (
    <label className="inline-flex min-h-11 cursor-pointer items-center rounded-xl border border-line-strong bg-surface px-4 font-semibold has-[:focus-visible]:outline-3 has-[:focus-visible]:outline-offset-2 has-[:focus-visible]:outline-info">
      {words}
      <input
        type="file"
        className="sr-only"
        accept="image/jpeg,image/png,image/webp"
        capture={capture ? 'environment' : undefined}
        onChange={(event) => {
          const [file] = event.target.files ?? [];
          if (file) onPhoto(file);
          // The same file may be taken again after it was put away.
          event.target.value = '';
        }}
      />
    </label>
  );
}
