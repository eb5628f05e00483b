'use client';
import { useCallback, useEffect, useRef, useState } from 'react';
import { fetchJob, post } from '@/app/call';
import type { CopyState, JobAct, JobView } from '@/core/job';
import type { Fault } from '@/core/result';
import type { StationId } from '@/core/route';

/**
 * A job on the screen: acts go to the server with the version that was looked at, its copy comes by server-sent events.
 * `silent` while no news of a running copy comes through. When the work moves on from the station that is shown,
 * `onMoved` hears where to.
 */
export function useJob(initial: JobView, station: StationId, onMoved: (station: StationId) => void) {
  const [view, setView] = useState(initial);
  const [copy, setCopy] = useState<CopyState>(initial.copy);
  const [busy, setBusy] = useState(false);
  const [fault, setFault] = useState<Fault | null>(null);
  const [silent, setSilent] = useState(false);
  // Acts that follow each other at once must each see the version of the one before.
  const newest = useRef(initial);
  const moved = useRef(onMoved);
  useEffect(() => {
    moved.current = onMoved;
  });

  const take = useCallback((next: JobView) => {
    newest.current = next;
    setView(next);
    setCopy(next.copy);
  }, []);

  useEffect(() => {
    if (initial.version >= newest.current.version) take(initial);
  }, [initial, take]);

  const inFlight = useRef(false);
  const act = useCallback(
    async (what: JobAct): Promise<boolean> => {
      // A second press while the first is under way does nothing.
      if (inFlight.current) return false;
      inFlight.current = true;
      setBusy(true);
      const before = newest.current;
      const done = await post<JobView>(`/api/jobs/${before.job.id}/acts`, {
        version: before.version,
        act: what,
      });
      inFlight.current = false;
      setBusy(false);
      setFault(done.ok ? null : done.fault);
      if (!done.ok) return false;
      take(done.value);
      if (before.current === station && done.value.current !== station) moved.current(done.value.current);
      return true;
    },
    [station, take],
  );

  const reload = useCallback(async () => {
    const next = await fetchJob<JobView>(initial.job.id);
    if (next) {
      take(next);
      setFault(null);
    }
  }, [initial.job.id, take]);

  const listening = copy.kind === 'running';
  useEffect(() => {
    if (!listening) return;
    const events = new EventSource(`/api/jobs/${initial.job.id}/copy`);
    events.onmessage = (event: MessageEvent<string>) => {
      const state = JSON.parse(event.data) as CopyState;
      setSilent(false);
      setCopy(state);
      if (state.kind !== 'running') void reload();
    };
    // The browser asks again by itself; until it is answered, what is shown is old.
    events.onerror = () => setSilent(true);
    return () => {
      events.close();
      setSilent(false);
    };
  }, [listening, initial.job.id, reload]);

  return { view, copy, silent, act, busy, fault, clearFault: () => setFault(null), reload };
}
