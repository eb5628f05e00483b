import { useEffect, useState } from 'react';
import { getJson } from '@/app/call';
import type { DriveFiles, JobView } from '@/core/job-view';

const againMs = 2000;

/** The folder of image files as it is now: looked at again and again while it is shown, so that what is laid there appears by itself. */
export function useDriveFiles({ driveFiles }: Pick<JobView, 'driveFiles'>): DriveFiles | null {
  const [found, setFound] = useState(driveFiles);
  const isShown = driveFiles !== null;
  useEffect(() => {
    if (!isShown) return;
    const timer = setInterval(async () => {
      const asked = await getJson<DriveFiles | null>('/api/drive-files');
      if (asked.ok)
        setFound((before) => (JSON.stringify(before) === JSON.stringify(asked.value) ? before : asked.value));
    }, againMs);
    return () => clearInterval(timer);
  }, [isShown]);
  return isShown ? (found ?? driveFiles) : null;
}
