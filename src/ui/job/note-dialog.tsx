'use client';
import { Dialog } from 'radix-ui';
import { useState } from 'react';
import { Button } from '../button';
import { DialogFrame } from '../dialog-frame';

const most = 2000;

/** A note on the job; it stands in the history and on the sheet. */
export function NoteDialog({
  open,
  onOpenChange,
  onNote,
}: {
  open: boolean;
  onOpenChange: (open: boolean) => void;
  onNote: (text: string) => Promise<boolean>;
}) {
  const [text, setText] = useState('');
  const tooLong = text.trim().length > most;
  const save = async () => {
    // Kept when the server refuses it: nothing typed is lost.
    if (await onNote(text)) setText('');
    onOpenChange(false);
  };
  return (
    <DialogFrame title="Note" open={open} onOpenChange={onOpenChange}>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void save();
        }}
      >
        <textarea
          aria-label="Note"
          dir="auto"
          rows={4}
          className="w-full rounded-xl border border-line-strong bg-ground p-3"
          value={text}
          onChange={(event) => setText(event.target.value)}
          aria-invalid={tooLong || undefined}
        />
        <p
          className={`text-[13px] ${tooLong ? 'font-semibold text-over' : 'text-soft'}`}
          role={tooLong ? 'alert' : undefined}
        >
          {tooLong
            ? `${text.trim().length} characters: at most ${most}. Shorten it.`
            : 'It stands in the history and on the hand-over sheet.'}
        </p>
        <div className="mt-3 flex gap-3">
          <Button kind="main" type="submit" disabled={text.trim() === '' || tooLong}>
            Keep the note
          </Button>
          <Dialog.Close asChild>
            <Button keyName="Esc">Cancel</Button>
          </Dialog.Close>
        </div>
      </form>
    </DialogFrame>
  );
}
