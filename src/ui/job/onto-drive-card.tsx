'use client';
import { useId, useState } from 'react';
import { gradeWords } from '@/core/copy';
import { showBytes } from '@/core/units';
import type { Fault } from '@/core/result';
import { Button } from '../button';
import { FileInput } from '../file-input';
import Link from '../link';
import { FaultNotice } from '../notice';
import { Card } from '../station-frame';
import { textOfFile } from '../text-of-file';
import { LookInImage } from './look-in-image';
import { type StationProps, showOptions } from './station-props';

const mostPrintedBytes = 4_000_000;

/** The finished image goes to the real drive elsewhere; what is read from it there is held against the list, or looked into. */
export function OntoDriveCard({
  view,
  act,
  busy,
  sums,
}: Pick<StationProps, 'view' | 'act' | 'busy' | 'sums'>) {
  const { job } = view;
  const options = showOptions(view);
  const [printed, setPrinted] = useState('');
  const field = useId();
  const state = sums?.state ?? null;
  const read = job.driveRead;
  const isProved = job.copy?.grade === 'written-elsewhere';
  const [fault, setFault] = useState<Fault | null>(null);
  const take = async (file: File) => {
    const text = await textOfFile(file, 'What the lines print', mostPrintedBytes);
    setFault(text.ok ? null : text.fault);
    if (text.ok) setPrinted(text.value);
  };
  return (
    <Card
      title="Onto the real drive"
      hint={isProved ? gradeWords['written-elsewhere'].toLowerCase() : 'the image file is not the drive yet'}
    >
      <p>
        Write the image with your system’s own tools, unplug the drive, plug it in again, and read it back:{' '}
        <Link href={`/jobs/${job.id}/lines`} className="font-semibold underline underline-offset-4">
          all lines, for copying and printing
        </Link>
        .
      </p>
      <div className="mt-3 flex flex-wrap items-center gap-3">
        {state?.kind === 'ready' ? (
          <a
            className="font-semibold underline underline-offset-4"
            href={`/api/jobs/${job.id}/sums?as=txt`}
            download
          >
            List of {state.stretches} used stretches, {showBytes(state.bytes, options)}
          </a>
        ) : state?.kind === 'making' ? (
          <p role="status">
            Making the list: <b className="figures">{Math.floor(state.share * 100)} %</b>, the image is read
            twice
          </p>
        ) : (
          <Button disabled={busy || sums === null || state === null} onClick={sums?.make}>
            Make the list of used stretches
          </Button>
        )}
      </div>
      {state?.kind === 'none' && state.fault && <FaultNotice fault={state.fault} />}
      {read && (
        <p role="status" className={`mt-3 font-semibold ${isProved ? 'text-clear' : 'text-over'}`}>
          {isProved
            ? `Read from the drive: all ${read.matched} stretches match.`
            : `Read from the drive: ${read.matched} match, ${read.differing.length} differ, ${read.missing.length} were not read${read.strange > 0 ? `, ${read.strange} are none of this list` : ''}.`}
        </p>
      )}
      {read && !isProved && (
        <ul className="figures mt-1 text-[0.875rem]">
          {[
            ...read.differing.slice(0, 8).map((one) => ({ ...one, why: 'differs' })),
            ...read.missing.slice(0, 4).map((one) => ({ ...one, why: 'not read' })),
          ].map(({ offset, bytes, why }) => (
            <li key={`${offset} ${why}`}>
              {why}: {showBytes(bytes, options)} at byte {offset}
            </li>
          ))}
        </ul>
      )}
      {state?.kind === 'ready' && !isProved && (
        <form
          className="mt-3"
          onSubmit={(event) => {
            event.preventDefault();
            if (printed.trim() !== '') void act({ kind: 'drive-read', printed });
          }}
          onDragOver={(event) => event.preventDefault()}
          onDrop={(event) => {
            event.preventDefault();
            const [file] = event.dataTransfer.files;
            if (file) void take(file);
          }}
        >
          <label htmlFor={field} className="font-semibold">
            What the reading printed
          </label>
          <textarea
            id={field}
            rows={4}
            spellCheck={false}
            className="figures mt-1 block w-full rounded-xl border border-line-strong bg-surface px-3 py-2 text-[0.8125rem]"
            value={printed}
            onChange={(event) => setPrinted(event.target.value)}
          />
          <div className="mt-2 flex flex-wrap items-center gap-3">
            <Button type="submit" disabled={busy || printed.trim() === ''}>
              Hold it against the list
            </Button>
            <FileInput
              words="Or its file"
              accept=".txt,text/plain"
              disabled={busy}
              onFile={(file) => void take(file)}
            />
          </div>
          {fault && (
            <div className="mt-2">
              <FaultNotice fault={fault} />
            </div>
          )}
        </form>
      )}
      {!isProved && <LookInImage jobId={job.id} act={act} busy={busy} />}
    </Card>
  );
}
