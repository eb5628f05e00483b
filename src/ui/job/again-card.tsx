'use client';
import { useState } from 'react';
import { type Job, isRecording, leadsBack } from '@/core/job';
import { Button } from '../button';
import { Field } from '../field';
import { Card } from '../station-frame';
import type { StationProps } from './station-props';

const leastReason = 3;

/** A device that must be opened once more: for the same drive, or for its old one to go in again. Nothing where neither can be. */
export function AgainCard({ view, act, busy }: Pick<StationProps, 'view' | 'act' | 'busy'>) {
  const [isOpen, setOpen] = useState(false);
  const [why, setWhy] = useState('');
  const { job, steps, nextStepId } = view;
  const closed = nextStepId === null && steps.length > 0;
  const begun = steps.some(({ done }) => done) || job.openedAgain !== null;
  const halfIn = !closed && steps.some(({ station, done }) => station === 'swap' && done);
  const canReturn = job.takeIn.oldDrive !== null && !leadsBack(job) && begun && !halfIn;
  if (isRecording(job) || job.power || job.handedOver || (!closed && !canReturn)) return null;
  const title = closed ? 'Open it once more' : 'Back to the old drive';
  if (!isOpen)
    return (
      <p>
        <button
          type="button"
          className="min-h-11 font-semibold underline underline-offset-4"
          onClick={() => setOpen(true)}
        >
          {title}…
        </button>
      </p>
    );
  const reason = why.trim();
  const ready = !busy && reason.length >= leastReason;
  const done = (kind: 'open-again' | 'go-back') => () =>
    void act({ kind, why: reason }).then((isDone) => {
      if (isDone) setOpen(false);
    });
  return (
    <Card title={title} hint="step by step, as the first time">
      <p className="mb-2">
        {closed &&
          'All steps of the hands begin anew, and what was read counts no more: charge, card and supply are asked about again. '}
        {canReturn &&
          'Back to the old drive: it goes in again, with its own screw, pad and cover; nothing is copied or formatted, and the papers say why.'}
      </p>
      <Field
        label="Why, for the sheet"
        value={why}
        maxLength={300}
        onChange={({ target }) => setWhy(target.value)}
      />
      <div className="mt-3 flex flex-wrap gap-2">
        {closed && (
          <Button disabled={!ready} onClick={done('open-again')}>
            Open it for the drive that is in it
          </Button>
        )}
        {canReturn && (
          <Button disabled={!ready} onClick={done('go-back')}>
            Go back to the old drive
          </Button>
        )}
        <Button kind="quiet" onClick={() => setOpen(false)}>
          Leave it
        </Button>
      </div>
    </Card>
  );
}

/** Says at every step which drive comes out and which goes in, once that is not what it usually is. */
export function AgainNotice({ openedAgain }: { openedAgain: NonNullable<Job['openedAgain']> }) {
  const { tookOut, putsIn, why } = openedAgain;
  return (
    <p role="note" className="font-semibold text-tight">
      {putsIn === 'old'
        ? `Back to the old drive: the ${tookOut} drive comes out, the old drive goes in.`
        : `Opened once more, for the ${putsIn} drive.`}{' '}
      <span className="font-normal text-soft">{why}</span>
    </p>
  );
}
