import { type ReactNode, useEffect, useState } from 'react';
import type { LogbookLine } from '@/core/logbook';

export type AskEarlier = (serial: string) => Promise<LogbookLine[]>;

const leastSerial = 3;

/** Earlier jobs of the device with this serial number, asked for once it stands still for a moment. */
export function useEarlier(serial: string, ask: AskEarlier | undefined): LogbookLine[] {
  const [found, setFound] = useState<{ serial: string; lines: LogbookLine[] }>({ serial: '', lines: [] });
  useEffect(() => {
    if (!ask || serial.trim().length < leastSerial) return;
    let isGone = false;
    const soon = setTimeout(() => {
      void ask(serial).then((lines) => {
        if (!isGone) setFound({ serial, lines });
      });
    }, 250);
    return () => {
      isGone = true;
      clearTimeout(soon);
    };
  }, [serial, ask]);
  return found.serial === serial ? found.lines : [];
}

/** What is said of a device that was here before; nothing of one that was not. */
export function wasHere(lines: LogbookLine[]): ReactNode {
  const [last] = lines;
  if (!last) return undefined;
  const what = last.driveId ? `, ${last.driveId}` : '';
  return (
    <a href={`/jobs/${last.id}`} className="font-semibold text-tight underline underline-offset-4">
      was here: {last.id}, {new Date(last.takenInAt).toISOString().slice(0, 10)}
      {what}
      {lines.length > 1 ? ` and ${lines.length - 1} more` : ''}
    </a>
  );
}
