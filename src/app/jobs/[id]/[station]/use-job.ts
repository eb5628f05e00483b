'use client';
import { useCallback, useEffect, useRef, useState } from 'react';
import { fetchJob, newRequestId, post } from '@/app/call';
import type { ActRequest, JobAct } from '@/core/acts';
import { type CopyState } from '@/core/copy';
import { type JobChange, type JobView, changedView } from '@/core/job-view';
import type { Fault, Result } from '@/core/result';
import type { StationId } from '@/core/route';
import { useJobEvents } from './use-job-events';

/** Acts of the hands: pressed without a connection they are kept and sent again. All others are refused plainly. */
const keptKinds: JobAct['kind'][] = ['step', 'step-back', 'note', 'fastener', 'observe', 'answer', 'charge'];
const againMs = 2000;
/** What was pressed this shortly after somebody else's act was meant for what stood there before. */
const justChangedMs = 1000;

const notSent: Fault = {
  code: 'not-sent',
  sentence: 'It is not sent again.',
  remedy: 'If it had arrived after all, this page shows it as soon as Jicara answers.',
};

/**
 * A job on the screen. Acts go to the server with the version that was looked at and an id of their own, so that one that
 * is sent again is done once; what others do is shown as it happens. When the work moves on from the station that is
 * shown, `onMoved` hears where to.
 */
export function useJob(initial: JobView, station: StationId, onMoved: (station: StationId) => void) {
  const [view, setView] = useState(initial);
  const [copy, setCopy] = useState<CopyState>(initial.copy);
  const [busy, setBusy] = useState(false);
  const [fault, setFault] = useState<Fault | null>(null);
  const [waiting, setWaiting] = useState(false);
  const [others, setOthers] = useState<JobView['history'][number] | null>(null);
  // Acts that follow each other at once must each see the version of the one before.
  const newest = useRef(initial);
  const moved = useRef(onMoved);
  useEffect(() => {
    moved.current = onMoved;
  });

  const take = useCallback((next: JobView) => {
    if (next.version < newest.current.version) return;
    newest.current = next;
    setView(next);
    setCopy(next.copy);
  }, []);

  useEffect(() => {
    if (initial.version >= newest.current.version) take(initial);
  }, [initial, take]);

  const inFlight = useRef(false);
  const changedAt = useRef(-Infinity);
  const isGone = useRef(false);
  const isCancelled = useRef(false);
  useEffect(() => {
    isGone.current = false;
    return () => void (isGone.current = true);
  }, []);

  const reload = useCallback(async () => {
    const next = await fetchJob<JobView>(initial.job.id);
    if (!next || isGone.current) return;
    take(next);
    setFault((before) => (before?.code === 'stale' ? null : before));
  }, [initial.job.id, take]);

  /** Takes what an act changed; where something happened in between, the whole job is read anew. Null where it cannot be had. */
  const takeChange = useCallback(
    async (change: JobChange): Promise<JobView | null> => {
      const next = changedView(newest.current, change) ?? (await fetchJob<JobView>(initial.job.id));
      if (next && !isGone.current) take(next);
      return next;
    },
    [initial.job.id, take],
  );

  /** What somebody else did: shown, with who it was, and nothing pressed for what stood there before counts for it. */
  const catchUp = useCallback(async () => {
    const next = await fetchJob<JobView>(initial.job.id);
    if (!next || isGone.current || inFlight.current || next.version <= newest.current.version) return;
    // Only where another act is next now can a press have been meant for what stood there before.
    const moves = newest.current.nextStepId !== next.nextStepId;
    if (moves) changedAt.current = performance.now();
    take(next);
    setOthers(moves ? (next.history.at(-1) ?? null) : null);
  }, [initial.job.id, take]);

  /** The newest version that the server told of; while an act of one's own is under way it is caught up with afterwards. */
  const told = useRef(initial.version);
  const { silent } = useJobEvents(initial.job.id, {
    onVersion: (version) => {
      told.current = Math.max(told.current, version);
      if (version > newest.current.version && !inFlight.current) void catchUp();
    },
    onCopy: (state) => {
      const ended = newest.current.copy.kind === 'running' && state.kind !== 'running';
      setCopy(state);
      if (ended) void reload();
    },
  });

  /** Sends it; while no answer comes an act of the hands is kept and sent again, always the same one. */
  const send = useCallback(async (what: JobAct): Promise<Result<JobChange>> => {
    const { job, version } = newest.current;
    const request: ActRequest = { version, act: what, requestId: newRequestId() };
    isCancelled.current = false;
    for (;;) {
      // What was read from a drive is longer than an act, and has a route of its own.
      const done =
        what.kind === 'drive-read'
          ? await post<JobChange>(`/api/jobs/${job.id}/sums/read`, { ...request, printed: what.printed })
          : await post<JobChange>(`/api/jobs/${job.id}/acts`, request);
      if (done.ok || done.fault.code !== 'offline' || !keptKinds.includes(what.kind)) return done;
      setWaiting(true);
      await new Promise((resolve) => setTimeout(resolve, againMs));
      if (isCancelled.current || isGone.current) return { ok: false, fault: notSent };
    }
  }, []);

  const act = useCallback(
    async (what: JobAct): Promise<boolean> => {
      // A second press while the first is under way does nothing.
      if (inFlight.current) return false;
      if (what.kind === 'step' && performance.now() - changedAt.current < justChangedMs) {
        setFault({
          code: 'just-changed',
          sentence: 'Somebody else did an act at this moment; yours was not noted.',
          remedy: 'Look at what is next now, then press again.',
        });
        return false;
      }
      inFlight.current = true;
      setBusy(true);
      setOthers(null);
      const before = newest.current;
      const done = await send(what);
      inFlight.current = false;
      setBusy(false);
      setWaiting(false);
      setFault(done.ok ? null : done.fault);
      const after = done.ok ? await takeChange(done.value) : null;
      if (told.current > newest.current.version) void catchUp();
      if (!after) return done.ok;
      // A pedal that is pressed once too often must not meet another station: the hands leave one by Enter.
      const leaves = what.kind !== 'step' && before.current === station && after.current !== station;
      if (leaves) moved.current(after.current);
      return true;
    },
    [station, takeChange, send, catchUp],
  );

  /** Looks at the simulated device; where that fails the clock asks again with the next view. */
  const look = useCallback(async () => {
    // What it was before is kept: the server may tell of what was seen before its answer is here.
    const before = newest.current;
    const done = await post<JobChange>(`/api/jobs/${before.job.id}/acts`, {
      version: before.version,
      act: { kind: 'look' },
    });
    if (!done.ok || isGone.current) return;
    const after = await takeChange(done.value);
    if (after && before.current === station && after.current !== station) moved.current(after.current);
  }, [station, takeChange]);

  return {
    view,
    copy,
    look,
    silent,
    act,
    busy,
    fault,
    waiting,
    others,
    cancel: () => void (isCancelled.current = true),
    clearFault: () => setFault(null),
    setFault,
    take,
    reload,
  };
}
