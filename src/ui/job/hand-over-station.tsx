'use client';
import Link from 'next/link';
import { useState } from 'react';
import { leadsBack } from '@/core/job';
import { Button } from '../button';
import { Choice } from '../choice';
import { Field } from '../field';
import { MainAction } from '../main-action';
import { HoldNotice } from '../notice';
import { OwnerPage } from '../owner-page';
import { WipeRecord } from '../wipe-record';
import { SheetPaper } from '../sheet-paper';
import { Card, StationFrame } from '../station-frame';
import { type StationProps, showOptions } from './station-props';
import { OldDriveCard } from './old-drive-card';
import { OverrideForm } from './override-form';
import { CostLink, ThingsLink } from './job-links';

/** How long an old drive is kept where nobody says otherwise, days. */
const usualDays = 30;
const dayAfter = (now: string, days: number): string =>
  new Date(Date.parse(now) + days * 86_400_000).toISOString().slice(0, 10);

/** What do I tell the owner? The sheet itself, as it will print. */
export function HandOverStation({ view, act, busy, askWiping }: StationProps) {
  const { job } = view;
  const hold = view.stationHolds['hand-over'] ?? null;
  const [oldDrive, setOldDrive] = useState<'kept' | 'returned'>('kept');
  const handedOver = job.handedOver !== null;
  const ready = job.proved && !hold;
  const [paper, setPaper] = useState<'owner' | 'technician' | 'wiped'>('owner');
  const Paper = paper === 'owner' ? OwnerPage : SheetPaper;
  const wiped = job.oldDriveAfter?.end?.kind === 'wiped' ? job.oldDriveAfter.end : null;
  const [until, setUntil] = useState(() => dayAfter(view.frame.now, usualDays));
  const isBack = leadsBack(job);
  const left = job.takeIn.oldDrive && !isBack ? oldDrive : ('none' as const);
  const handOver =
    ready && !handedOver
      ? () =>
          void act({
            kind: 'hand-over',
            oldDrive: left,
            ...(left === 'kept' && until ? { until } : {}),
          })
      : undefined;
  const print = ready ? () => window.print() : undefined;
  const link =
    'inline-flex min-h-11 items-center rounded-xl border border-line-strong bg-surface px-4 font-semibold hover:bg-sunken';
  return (
    <StationFrame
      aside={
        <>
          <div className="mb-4">
            <Choice
              legend="The paper shown and printed"
              value={paper}
              onChange={setPaper}
              options={[
                { value: 'owner', label: 'Owner’s page', hint: 'one side, goes with the device' },
                { value: 'technician', label: 'Technician’s sheet', hint: 'every figure, stays here' },
                ...(wiped
                  ? [{ value: 'wiped' as const, label: 'Record of the wiping', hint: 'for who asks later' }]
                  : []),
              ]}
            />
          </div>
          <h2 className="mb-2 text-[1.0625rem]">What goes with it</h2>
          {isBack ? (
            <p>Its old drive is in it again. The new one stays here.</p>
          ) : handedOver ? (
            <p>
              Handed over by {job.handedOver?.by}.
              {job.takeIn.oldDrive ? ` The old drive was ${job.handedOver?.oldDrive}.` : ''}
            </p>
          ) : !job.takeIn.oldDrive ? (
            <p>No old drive: the place was empty.</p>
          ) : (
            <Choice
              legend="The old drive"
              value={oldDrive}
              onChange={setOldDrive}
              options={[
                { value: 'kept', label: 'Kept as way back', hint: 'until the owner is happy' },
                { value: 'returned', label: 'Given back' },
              ]}
            />
          )}
          {!handedOver && left === 'kept' && (
            <Field
              label="Kept until"
              type="date"
              className="mt-3"
              hint="the owner signs it; empty: no last day"
              value={until}
              onChange={({ target }) => setUntil(target.value)}
            />
          )}
          {!handedOver && (
            <div className="mt-3">
              <ThingsLink job={job} />
              <CostLink job={job} locale={view.frame.settings.locale} />
            </div>
          )}
          {handedOver && (
            <p className="mt-4">
              <Link href={`/jobs/new?like=${job.id}`} className={link}>
                Same again
              </Link>
            </p>
          )}
          {ready && (
            <div className="mt-4 flex flex-wrap gap-2">
              <a className={link} href={`/api/jobs/${job.id}/sheet?as=json`} download>
                JSON
              </a>
              <a className={link} href={`/api/jobs/${job.id}/sheet?as=md`} download>
                Markdown
              </a>
              {view.sheet.care.length > 0 && (
                <a className={link} href={`/api/jobs/${job.id}/sheet?as=ics`} download>
                  Care, as a calendar
                </a>
              )}
              {job.copy && !isBack && (
                <a className={link} href={`/api/jobs/${job.id}/manifest`} download>
                  Manifest of the copy
                </a>
              )}
            </div>
          )}
        </>
      }
      actions={
        <>
          <MainAction
            words={handedOver ? 'Print it' : 'Hand over'}
            go={handOver ?? print ?? null}
            busy={busy}
          />
          {handedOver ? (
            <Button disabled={busy} onClick={() => void act({ kind: 'take-back' })}>
              Take it back
            </Button>
          ) : (
            <Button disabled={!print} onClick={print}>
              Print it
            </Button>
          )}
        </>
      }
      say={
        handedOver
          ? 'This job is closed. A slip? Take it back: the history keeps both.'
          : ready
            ? 'Read it through with the owner.'
            : 'The sheet below is how the job stands; it is not finished.'
      }
    >
      {hold && <HoldNotice hold={hold} override={<OverrideForm hold={hold} act={act} busy={busy} />} />}
      {!hold && !job.proved && (
        <Card title="Not proved yet">
          Finish Prove first: the sheet says what was measured, never what was hoped.
        </Card>
      )}
      <div data-print="no">
        <OldDriveCard view={view} act={act} busy={busy} askWiping={askWiping} />
      </div>
      {paper === 'wiped' && wiped ? (
        <WipeRecord view={view} wiped={wiped} />
      ) : (
        <Paper
          sheet={view.sheet}
          options={showOptions(view)}
          workshop={view.frame.settings.workshop}
          draft={!job.proved || hold !== null}
        />
      )}
    </StationFrame>
  );
}
