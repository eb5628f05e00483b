'use client';
import { useState } from 'react';
import type { Fault } from '@/core/result';
import { Button } from '../button';
import { DialogFrame } from '../dialog-frame';
import { Field } from '../field';
import { FaultNotice } from '../notice';
import type { ImageActions } from './image-actions';

/** A stick or cable that is new on the bench; it gets its label here. */
export function AddItemDialog({
  kind,
  open,
  act,
  onClose,
}: {
  kind: 'stick' | 'cable';
  open: boolean;
  act: ImageActions;
  onClose: () => void;
}) {
  const [model, setModel] = useState('');
  const [size, setSize] = useState('');
  const [fault, setFault] = useState<Fault | null>(null);
  const labelGB = Number(size.replace(',', '.'));
  const isSized = kind === 'cable' || (labelGB > 0 && labelGB <= 4000);
  const close = () => {
    setModel('');
    setSize('');
    setFault(null);
    onClose();
  };
  const add = async () => {
    const item = { kind, model: model.trim(), labelGB: kind === 'stick' ? labelGB : null };
    const refused = await act({ kind: 'add', item });
    if (refused) setFault(refused);
    else close();
  };
  return (
    <DialogFrame title={`Add a ${kind}`} asks="typed" open={open} onOpenChange={(next) => !next && close()}>
      <form
        className="flex flex-col gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          if (model.trim() && isSized) void add();
        }}
      >
        <Field
          label="What stands on it"
          value={model}
          maxLength={80}
          onChange={(event) => setModel(event.target.value)}
        />
        {kind === 'stick' && (
          <Field
            label="Size on its label, GB"
            inputMode="decimal"
            value={size}
            error={size && !isSized ? 'A number of gigabytes, such as 16.' : undefined}
            onChange={(event) => setSize(event.target.value)}
          />
        )}
        <p className="text-[0.875rem] text-soft">It gets a bench label, to be written on it.</p>
        {fault && <FaultNotice fault={fault} />}
        <div className="flex gap-3">
          <Button kind="main" type="submit" disabled={!model.trim() || !isSized}>
            Add it
          </Button>
          <Button onClick={close}>Leave it</Button>
        </div>
      </form>
    </DialogFrame>
  );
}
