'use client';
import { useState } from 'react';
import { Button } from '../button';
import { DialogFrame } from '../dialog-frame';
import { Field } from '../field';
import type { StationProps } from './station-props';

/** Arms the new drive: its label is read on the drive and typed. It stands nowhere in this window, which covers where it is drawn. */
export function ArmDialog({
  act,
  busy,
  open,
  onClose,
}: Pick<StationProps, 'act' | 'busy'> & { open: boolean; onClose: () => void }) {
  const [label, setLabel] = useState('');
  const close = () => {
    setLabel('');
    onClose();
  };
  return (
    <DialogFrame title="Which drive is overwritten?" open={open} onOpenChange={(is) => !is && close()} covers>
      <form
        className="flex flex-col gap-4"
        onSubmit={(event) => {
          event.preventDefault();
          // Done or refused: the page behind says which, and why.
          if (label.trim() !== '' && !busy) void act({ kind: 'arm', label }).then(close);
        }}
      >
        <p>Everything on it goes. Read the label on the new drive itself, and type it.</p>
        <Field
          label="Bench label of the new drive"
          autoComplete="off"
          spellCheck={false}
          value={label}
          onChange={(event) => setLabel(event.target.value)}
          hint="Two letters and a number, with the hyphen or without it."
        />
        <div className="flex flex-wrap gap-3">
          <Button kind="main" type="submit" disabled={busy || label.trim() === ''}>
            Arm this drive
          </Button>
          <Button onClick={close}>Leave it</Button>
        </div>
      </form>
    </DialogFrame>
  );
}
