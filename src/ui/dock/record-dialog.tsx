'use client';
import { useState } from 'react';
import type { DockItem } from '@/core/job-view';
import type { Fault } from '@/core/result';
import { Button } from '../button';
import { DialogFrame } from '../dialog-frame';
import { Field } from '../field';
import { FaultNotice } from '../notice';
import type { ImageActions, ImageRequest } from './image-actions';

/** The whole record of a stick or cable; a line more, or the bin. */
export function RecordDialog({
  told,
  act,
  onClose,
}: {
  told: DockItem;
  act: ImageActions;
  onClose: () => void;
}) {
  const [what, setWhat] = useState('');
  const [binning, setBinning] = useState(false);
  const [fault, setFault] = useState<Fault | null>(null);
  const { label } = told.item;
  const close = () => {
    setWhat('');
    setBinning(false);
    setFault(null);
    onClose();
  };
  const done = async (request: ImageRequest) => {
    const refused = await act(request);
    if (refused) setFault(refused);
    else close();
  };
  const add = async (worked: boolean) => {
    await done({ kind: 'record', label, worked, what: what.trim() });
  };
  return (
    <DialogFrame title={`Record of ${label}`} asks="typed" open onOpenChange={(open) => !open && close()}>
      {told.uses.length === 0 ? (
        <p className="text-soft">Nothing on record yet.</p>
      ) : (
        <ol className="max-h-[30vh] overflow-y-auto" tabIndex={0} aria-label="Record">
          {told.uses.toReversed().map((use, i) => (
            <li
              key={i}
              className="grid grid-cols-[92px_62px_minmax(0,1fr)] gap-x-2 border-b border-dashed border-line py-1 text-[0.875rem]"
            >
              <span className="figures text-soft">{use.at.slice(0, 10)}</span>
              <b className={use.worked ? 'text-clear' : 'text-over'}>{use.worked ? 'worked' : 'failed'}</b>
              <span>
                {use.what} <span className="text-soft">{[use.jobId, use.by].filter(Boolean).join(', ')}</span>
              </span>
            </li>
          ))}
        </ol>
      )}
      <form
        className="mt-3 flex flex-col gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          if (what.trim()) void add(true);
        }}
      >
        <Field
          label="What it did, or did not"
          value={what}
          maxLength={200}
          onChange={(e) => setWhat(e.target.value)}
        />
        {fault && <FaultNotice fault={fault} />}
        <div className="flex flex-wrap gap-3">
          <Button type="submit" disabled={!what.trim()}>
            It worked
          </Button>
          <Button disabled={!what.trim()} onClick={() => void add(false)}>
            It failed
          </Button>
          <span className="ml-auto">
            {binning ? (
              <Button kind="main" onClick={() => void done({ kind: 'bin', label })}>
                Yes, {label} is in the bin
              </Button>
            ) : (
              <Button onClick={() => setBinning(true)}>Bin it</Button>
            )}
          </span>
        </div>
      </form>
    </DialogFrame>
  );
}
