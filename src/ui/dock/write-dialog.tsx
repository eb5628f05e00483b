'use client';
import { useState } from 'react';
import { stickRoomMargin } from '@/core/image';
import type { DockImage, DockItem } from '@/core/job-view';
import { isKept } from '@/core/margin';
import type { Fault } from '@/core/result';
import { isLabel, showBytes } from '@/core/units';
import { Button } from '../button';
import { DialogFrame } from '../dialog-frame';
import { Field } from '../field';
import { FaultNotice } from '../notice';
import type { ImageActions } from './image-actions';
import { contentWords } from './item-list';

/**
 * The label of the stick, read on it and typed: all that is on that one goes. No label stands in this window, which covers where they are
 * listed.
 */
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
  const [typed, setTyped] = useState('');
  const [fault, setFault] = useState<Fault | null>(null);
  if (!image) return null;
  const close = () => {
    setTyped('');
    setFault(null);
    onClose();
  };
  const free = sticks.filter(({ run, takenFor }) => !run && !takenFor);
  const fitting = free.filter(({ item }) => isKept(stickRoomMargin(image, item)));
  const isSmall = free.some((stick) => !fitting.includes(stick) && isLabel(typed, stick.item.label));
  const chosen = fitting.find(({ item }) => isLabel(typed, item.label)) ?? null;
  const write = async () => {
    if (!chosen) return;
    const { label } = chosen.item;
    const refused = await act({ kind: 'write', imageId: image.image.id, label, typed: label });
    if (refused) setFault(refused);
    else close();
  };
  return (
    <DialogFrame
      title={`Write ${image.image.name} ${image.image.version}`}
      open
      covers
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
          <>
            <Field
              label="Label of the stick"
              autoComplete="off"
              spellCheck={false}
              value={typed}
              onChange={(event) => setTyped(event.target.value)}
              hint="Read it on the stick that goes in; everything on it goes."
            />
            <p role="status" className="text-[0.875rem]">
              {chosen ? (
                <>
                  <b>
                    {chosen.item.model}, {showBytes(chosen.item.bytes ?? 0, { locale })}
                  </b>
                  : {contentWords(chosen)}.
                  {chosen.record.verdict === 'over' && (
                    <b className="text-over"> It failed often: better bin it.</b>
                  )}
                </>
              ) : isSmall ? (
                <b className="text-over">This stick is too small for the image.</b>
              ) : typed.trim() === '' ? (
                `${fitting.length} of the bench ${fitting.length === 1 ? 'is' : 'are'} free and large enough.`
              ) : (
                'No stick with this label is free here.'
              )}
            </p>
          </>
        )}
        {fault && <FaultNotice fault={fault} />}
        <div className="flex flex-wrap gap-3">
          <Button kind="main" type="submit" disabled={!chosen}>
            Write and read back
          </Button>
          <Button onClick={close}>Leave it</Button>
        </div>
      </form>
    </DialogFrame>
  );
}
