'use client';
import { useEffect, useState } from 'react';
import type { DriveFiles } from '@/core/job-view';
import { showBytes } from '@/core/units';
import { Choice } from '../choice';
import { Field } from '../field';
import Link from '../link';
import { Card } from '../station-frame';

export type ChosenFiles = { old: string; new: string };

/** Image files of the real drives: the old one to choose, the new one to choose or to be made. */
export function DriveFilesCard({
  driveFiles,
  jobId,
  locale,
  onChange,
}: {
  driveFiles: DriveFiles | null;
  jobId: string;
  locale: string;
  onChange: (files: ChosenFiles | null) => void;
}) {
  const [old, setOld] = useState('');
  const [target, setTarget] = useState(`${jobId}-new.img`);
  const name = target.trim();
  const isName = /^(?!\.)[^/\\]{1,200}$/u.test(name);
  const can = old !== '' && isName && name !== old;
  useEffect(() => onChange(can ? { old, new: name } : null), [can, old, name, onChange]);
  if (!driveFiles)
    return (
      <Card title="Image files of the drives">
        <p>
          This job is about real drives: nothing simulated is made for it. Jicara never opens a drive itself;
          read the old one into an image file with your system’s own tools: <LinesLink jobId={jobId} />.
        </p>
        <p className="mt-2">
          Then start Jicara with <code>JICARA_DRIVES_FOLDER</code> set to the folder that your image files lie
          in.
        </p>
      </Card>
    );
  const there = driveFiles.files.find((file) => file.name === name);
  return (
    <Card title="Image files of the drives" hint={driveFiles.folder}>
      {driveFiles.fault && <p className="font-semibold text-over">{driveFiles.fault}</p>}
      {driveFiles.files.length === 0 ? (
        <p>
          No image file lies there yet. Read the old drive into one (.img, .raw, .bin or .dd):{' '}
          <LinesLink jobId={jobId} />.
        </p>
      ) : (
        <div className="flex flex-col gap-3">
          <Choice
            legend="Image of the old drive"
            value={old}
            onChange={setOld}
            options={driveFiles.files.map((file) => ({
              value: file.name,
              label: file.name,
              hint: showBytes(file.bytes, { locale }),
            }))}
          />
          <Field
            label="Image of the new drive"
            className="max-w-96"
            value={target}
            autoComplete="off"
            spellCheck={false}
            error={isName ? undefined : 'A file name without folders.'}
            hint={
              there
                ? `It stands already (${showBytes(there.bytes, { locale })}) and is overwritten, once its label was typed.`
                : 'It is made, of the new drive’s true size.'
            }
            onChange={(event) => setTarget(event.target.value)}
          />
        </div>
      )}
      {driveFiles.odd.length > 0 && (
        <ul className="mt-3 text-[0.875rem] text-soft">
          {driveFiles.odd.map((file) => (
            <li key={file.name}>
              <code>{file.name}</code>: {file.why}
            </li>
          ))}
        </ul>
      )}
    </Card>
  );
}

const LinesLink = ({ jobId }: { jobId: string }) => (
  <Link href={`/jobs/${jobId}/lines`} className="font-semibold underline underline-offset-4">
    all lines, for copying and printing
  </Link>
);
