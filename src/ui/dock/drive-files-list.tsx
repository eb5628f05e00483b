import type { DriveFiles } from '@/core/job-view';
import { showBytes } from '@/core/units';
import Link from '../link';
import { Card } from '../station-frame';

/** Image files of real drives, as they lie in the folder that was named for them; which of them a job has on the dock. */
export function DriveFilesList({ driveFiles, locale }: { driveFiles: DriveFiles | null; locale: string }) {
  if (!driveFiles)
    return (
      <Card title="Image files of real drives">
        <p>
          No folder was named for them. Start Jicara with <code>JICARA_DRIVES_FOLDER</code> set to the folder
          that your images lie in; jobs about real devices take them from there.
        </p>
      </Card>
    );
  return (
    <Card title="Image files of real drives" hint={driveFiles.folder}>
      {driveFiles.fault && <p className="font-semibold text-over">{driveFiles.fault}</p>}
      {driveFiles.files.length === 0 && <p>No image lies there yet (.img, .raw, .bin or .dd).</p>}
      <ul>
        {driveFiles.files.map(({ name, bytes, takenAs }) => (
          <li
            key={name}
            className="flex flex-wrap items-baseline gap-x-3 border-t border-dashed border-line py-1.5 first:border-0"
          >
            <b className="min-w-0 break-all">{name}</b>
            <span className="figures text-soft">{showBytes(bytes, { locale })}</span>
            {takenAs && (
              <span className="ml-auto">
                <b className="figures">{takenAs.benchLabel}</b> of{' '}
                <Link href={`/jobs/${takenAs.jobId}`} className="underline underline-offset-4">
                  {takenAs.jobId}
                </Link>
              </span>
            )}
          </li>
        ))}
        {driveFiles.odd.map(({ name, why }) => (
          <li key={name} className="border-t border-dashed border-line py-1.5 text-soft">
            <span className="break-all">{name}</span>: {why}
          </li>
        ))}
      </ul>
    </Card>
  );
}
