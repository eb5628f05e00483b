'use client';
import { useState } from 'react';
import type { Hold } from '@/core/work';
import { Button } from '../button';
import { Field } from '../field';
import type { StationProps } from './station-props';

const leastReason = 5;

/** An override of a hold, where it may be: never without a reason, which stands on the sheet. */
export function OverrideForm({ hold, act, busy }: { hold: Hold; act: StationProps['act']; busy: boolean }) {
  const [isOpen, setOpen] = useState(false);
  const [reason, setReason] = useState('');
  if (!isOpen)
    return (
      <p className="mt-2">
        <button
          type="button"
          className="min-h-11 font-semibold underline underline-offset-4"
          onClick={() => setOpen(true)}
        >
          Walk past it, with a reason
        </button>
      </p>
    );
  return (
    <form
      className="mt-3 flex flex-wrap items-end gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        if (reason.trim().length >= leastReason)
          void act({ kind: 'override', code: hold.code, reason: reason.trim() });
      }}
    >
      <Field
        label="Reason, for the sheet"
        className="min-w-72 flex-1"
        value={reason}
        maxLength={300}
        onChange={(event) => setReason(event.target.value)}
      />
      <Button type="submit" disabled={busy || reason.trim().length < leastReason}>
        Walk past it
      </Button>
    </form>
  );
}
