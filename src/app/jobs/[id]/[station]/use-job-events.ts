'use client';
import { useEffect, useRef, useState } from 'react';
import type { CopyState } from '@/core/copy';
/** The server says something at least every eight seconds; nothing for this long is no connection. */
const deadAfterMs = 20_000;

type Heard = { onVersion: (version: number) => void; onCopy: (copy: CopyState) => void };

/**
 * Hears what happens to a job while its page is in sight: each new version, and the progress of its copy. `silent` while
 * nothing comes through; the browser asks again by itself. A page out of sight holds no connection.
 */
export function useJobEvents(jobId: string, heard: Heard): { silent: boolean } {
  const [silent, setSilent] = useState(false);
  const current = useRef(heard);
  useEffect(() => {
    current.current = heard;
  });
  useEffect(() => {
    let events: EventSource | null = null;
    let timer: ReturnType<typeof setTimeout> | undefined;
    /** Opens it anew where nothing is heard for too long: a connection that hangs says nothing of itself. */
    const watch = () => {
      clearTimeout(timer);
      timer = setTimeout(() => {
        setSilent(true);
        close();
        open();
      }, deadAfterMs);
    };
    const alive = () => {
      watch();
      setSilent(false);
    };
    const close = () => {
      clearTimeout(timer);
      events?.close();
      events = null;
    };
    const open = () => {
      if (events || document.hidden) return;
      events = new EventSource(`/api/jobs/${jobId}/events`);
      watch();
      const on = (name: string, hear: (data: string) => void) =>
        events!.addEventListener(name, (event: MessageEvent<string>) => {
          alive();
          hear(event.data);
        });
      on('job', (data) => current.current.onVersion(Number(data)));
      on('copy', (data) => current.current.onCopy(JSON.parse(data) as CopyState));
      on('alive', () => {});
      events.onerror = () => {
        setSilent(true);
        // A refusal ends it for good: then it is opened anew, as it is after a dead connection.
        if (events?.readyState === EventSource.CLOSED) {
          close();
          timer = setTimeout(open, 2000);
        }
      };
    };
    const turn = () => (document.hidden ? close() : open());
    open();
    document.addEventListener('visibilitychange', turn);
    return () => {
      document.removeEventListener('visibilitychange', turn);
      close();
    };
  }, [jobId]);
  return { silent };
}
