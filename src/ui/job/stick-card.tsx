'use client';
import Link from '../link';
import { useState } from 'react';
import { type StickForJob, againstStick } from '@/core/job';
import { worstMargin } from '@/core/margin';
import { BowlSign } from '../bowl-sign';
import { Button } from '../button';
import { Field } from '../field';
import { Card } from '../station-frame';
import { MarginLines } from './margin-lines';
import type { StationProps } from './station-props';

/** Which stick restores this device: each held against its model, its age and its record, before anything is opened. */
export function StickCard({
  view,
  act,
  busy,
  reason,
  onReason,
}: Pick<StationProps, 'view' | 'act' | 'busy'> & { reason: string; onReason: (reason: string) => void }) {
  const { sticks, job } = view;
  const [open, setOpen] = useState<string | null>(job.stick?.label ?? null);
  const [version, setVersion] = useState('');
  return (
    <Card title="Which stick?" hint="checked before the device is opened">
      {job.takeIn.systemVersion === null && (
        <form
          className="mb-2 flex flex-wrap items-end gap-3"
          onSubmit={(event) => {
            event.preventDefault();
            if (version.trim()) void act({ kind: 'system-version', version: version.trim() });
          }}
        >
          <Field
            label="System version that the device showed"
            className="w-72"
            placeholder="4.2.1"
            value={version}
            onChange={(event) => setVersion(event.target.value)}
          />
          <Button type="submit" disabled={busy || !version.trim()}>
            Note it
          </Button>
        </form>
      )}
      {sticks.length === 0 && <p className="text-soft">There is no stick on this bench.</p>}
      <ul>
        {sticks.map((stick) => (
          <StickRow
            key={stick.label}
            stick={stick}
            isTaken={job.stick?.label === stick.label}
            isOpen={open === stick.label}
            onOpen={() => setOpen(open === stick.label ? null : stick.label)}
            onTake={() =>
              void act({
                kind: 'take-stick',
                label: stick.label,
                ...(reason.trim().length >= 3 ? { reason: reason.trim() } : {}),
              })
            }
            busy={busy}
            reason={reason}
            onReason={onReason}
          />
        ))}
      </ul>
      <p className="mt-2">
        <Link className="font-semibold underline underline-offset-4" href="/dock">
          Write another one on the Dock
        </Link>
      </p>
    </Card>
  );
}

function StickRow({
  stick,
  isTaken,
  isOpen,
  onOpen,
  onTake,
  busy,
  reason,
  onReason,
}: {
  stick: StickForJob;
  isTaken: boolean;
  isOpen: boolean;
  onOpen: () => void;
  onTake: () => void;
  busy: boolean;
  reason: string;
  onReason: (reason: string) => void;
}) {
  const { label, model, content, margins, meantFor } = stick;
  const { blocking, acceptable } = againstStick(stick);
  const worst = worstMargin(margins);
  const can = content !== null && blocking.length === 0 && !meantFor && !isTaken;
  const canTake = can && (acceptable.length === 0 || reason.trim().length >= 3);
  const says = meantFor
    ? `taken for ${meantFor}`
    : !content
      ? 'nothing written here'
      : `${content.name} ${content.version}`;
  return (
    <li className="border-t border-dashed border-line py-1.5 first:border-0">
      <button
        type="button"
        aria-expanded={isOpen}
        className="grid min-h-11 w-full grid-cols-[34px_minmax(0,1fr)_auto] items-center gap-x-2 rounded-lg px-1 text-left hover:bg-sunken"
        onClick={onOpen}
      >
        <BowlSign verdict={worst?.verdict ?? 'unknown'} use={worst?.use ?? null} size={28} />
        <span className="min-w-0">
          <b className="figures rounded border border-ink px-1.5">{label}</b> {says}
          <span className="ml-2 text-[0.8125rem] text-soft">{model}</span>
        </span>
        <span className="text-[0.875rem] font-semibold">
          {isTaken ? <span className="text-clear">taken for this job</span> : null}
        </span>
      </button>
      {isOpen && (
        <div className="ml-11 flex flex-col gap-2 pb-1">
          <MarginLines margins={margins} />
          {can && acceptable.length > 0 && (
            <Field
              label="Reason for taking it all the same, for the sheet"
              className="max-w-md"
              value={reason}
              maxLength={300}
              onChange={(event) => onReason(event.target.value)}
            />
          )}
          {can && (
            <span>
              <Button disabled={busy || !canTake} onClick={onTake}>
                Take {label}
              </Button>
            </span>
          )}
        </div>
      )}
    </li>
  );
}
