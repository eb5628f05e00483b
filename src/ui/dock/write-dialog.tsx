'use client';
import { useState } from 'react';
import { stickRoomMargin } from '@/core/image';
import type { DockImage, DockItem } from '@/core/job-view';
import { isKept } from '@/core/margin';
import type { Fault } from '@/core/result';
import { showBytes } from '@/core/units';
import { Button } from '../button';
import { Choice } from '../choice';
import { DialogFrame } from '../dialog-frame';
import { Field } from '../field';
import { FaultNotice } from '../notice';
import type { ImageActions } from './image-actions';
import { contentWords } from './item-list';

/** Which stick, and its label typed by hand: all that is on it goes. */
export function WriteDialog({
  image,
  sticks,
  locale,
  act,
  onClose,
}: {
  image: DockImage | null;
  sticks: DockItem[];
  locale: string;
  act: ImageActions;
  onClose: () => void;
}) {
  const [label, setLabel] = useState<string | null>(null);
  const [typed, setTyped] = useState('');
  const [fault, setFault] = useState<Fault | null>(null);
  if (!image) return null;
  const close = () => {
    setLabel(null);
    setTyped('');
    setFault(null);
    onClose();
  };
  const free = sticks.filter(({ run, takenFor }) => !run && !takenFor);
  const fitting = free.filter(({ item }) => isKept(stickRoomMargin(image, item)));
  const small = free.filter((stick) => !fitting.includes(stick)).map(({ item }) => item.label);
  const chosen = fitting.find(({ item }) => item.label === label) ?? null;
  const write = async () => {
    if (!chosen) return;
    const refused = await act({ kind: 'write', imageId: image.image.id, label: chosen.item.label, typed });
    if (refused) setFault(refused);
    else close();
  };
  return (
    <DialogFrame
      title={`Write ${image.image.name} ${image.image.version}`}
      open
      onOpenChange={(open) => !open && close()}
    >
      <form
        className="flex flex-col gap-4"
        onSubmit={(event) => {
          event.preventDefault();
          void write();
        }}
      >
        {fitting.length === 0 ? (
          <p>No stick of the bench is free and large enough.</p>
        ) : (
          <Choice
            legend="Onto which stick?"
            value={label}
            onChange={setLabel}
            options={fitting.map((stick) => ({
              value: stick.item.label,
              label: `${stick.item.label}, ${showBytes(stick.item.bytes ?? 0, { locale })}`,
              hint: stick.record.verdict === 'over' ? 'failed often: bin it' : contentWords(stick),
            }))}
          />
        )}
        {small.length > 0 && <p className="text-[14px] text-soft">Too small: {small.join(', ')}.</p>}
        {chosen && (
          <Field
            label={`Type ${chosen.item.label}: all that is on it goes`}
            autoComplete="off"
            spellCheck={false}
            value={typed}
            onChange={(event) => setTyped(event.target.value)}
          />
        )}
        {fault && <FaultNotice fault={fault} />}
        <div className="flex flex-wrap gap-3">
          <Button kind="main" type="submit" disabled={!chosen || typed.trim() === ''}>
            Write and read back
          </Button>
          <Button onClick={close}>Leave it</Button>
        </div>
      </form>
    </DialogFrame>
  );
}
