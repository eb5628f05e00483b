'use client';
import { useState } from 'react';
import type { Result, Fault } from '@/core/result';
import { sendArchive } from '@/app/call';
import { Button } from '@/ui/button';
import { FileInput } from '@/ui/file-input';
import { showPlainDay } from '@/ui/clock';
import { Field } from '@/ui/field';
import { FaultNotice } from '@/ui/notice';
import { Card } from '@/ui/station-frame';

type Props = {
  workshop: string;
  /** Days of the daily backups that are kept, the newest first. */
  days: string[];
  settings: { locale: string; timeZone: string };
};

/** Backups: one to take away now, those that are kept by themselves, and bringing one back. */
export function BackupCard({ workshop, days, settings }: Props) {
  const [file, setFile] = useState<File | null>(null);
  const [typed, setTyped] = useState('');
  const [state, setState] = useState<'idle' | 'sending' | 'done'>('idle');
  const [fault, setFault] = useState<Fault | null>(null);
  const isArmed = file !== null && typed.trim().toLowerCase() === workshop.trim().toLowerCase();
  const restore = async () => {
    if (!file) return;
    setState('sending');
    setFault(null);
    const done: Result<null> = await sendArchive(
      `/api/workshop/restore?name=${encodeURIComponent(typed)}`,
      file,
    );
    setState(done.ok ? 'done' : 'idle');
    setFault(done.ok ? null : done.fault);
    // Everything on every screen is another one now.
    if (done.ok) window.location.assign('/workshop');
  };
  const newest = days[0];
  return (
    <Card title="Backup">
      <p>
        {newest
          ? `Last kept by itself: ${showPlainDay(newest, settings)}; ${days.length} ${days.length === 1 ? 'day is' : 'days are'} kept, seven at most.`
          : 'None is kept yet: the first one is made by itself soon after the start.'}
      </p>
      <p className="mt-3 flex flex-wrap items-center gap-3">
        <a
          className="inline-flex min-h-11 items-center rounded-xl border border-line-strong px-4 font-semibold"
          href="/api/workshop/backup"
          download
        >
          Download a backup now
        </a>
        <span className="text-soft">everything but drives and images, in one file</span>
      </p>
      <div className="mt-4 border-t border-dashed border-line pt-3">
        <h3 className="font-semibold">Bring one back</h3>
        <p className="text-soft">
          Everything in this workshop is replaced; what was there is kept once in the data folder.
        </p>
        <div className="mt-2 flex flex-wrap items-end gap-3">
          <FileInput words="Choose the file of a backup" accept=".zip,application/zip" onFile={setFile} />
          {file && (
            <>
              <span className="flex min-h-11 min-w-0 items-center break-all">{file.name}</span>
              <Field
                label={`Type “${workshop}” to replace it`}
                value={typed}
                onChange={(event) => setTyped(event.target.value)}
                autoComplete="off"
              />
              <Button onClick={() => void restore()} disabled={!isArmed || state === 'sending'}>
                {state === 'sending' ? 'Checking and bringing back …' : 'Bring it back'}
              </Button>
            </>
          )}
        </div>
        {fault && (
          <div className="mt-3">
            <FaultNotice fault={fault} />
          </div>
        )}
      </div>
    </Card>
  );
}
