import { useCallback, useEffect, useState } from 'react';
import { getJson, post } from '@/app/call';
import type { JobView, SumsState } from '@/core/job-view';
import type { StationId } from '@/core/route';
import type { StationProps } from '@/ui/job/station-props';

const againMs = 700;

/** The list of checksums of a job's image file: asked for where it is shown, and again while it is being made. */
export function useDriveSums({ job }: JobView, station: StationId): StationProps['sums'] {
  const wanted = station === 'carry-over' && job.dock?.new.file != null && job.copy !== null;
  const [state, setState] = useState<SumsState | null>(null);
  const ask = useCallback(async () => {
    const answer = await getJson<SumsState>(`/api/jobs/${job.id}/sums`);
    if (answer.ok) setState(answer.value);
  }, [job.id]);
  const isMaking = state?.kind === 'making';
  useEffect(() => {
    if (!wanted) return;
    const timer = setTimeout(() => void ask(), state === null ? 0 : againMs);
    if (state !== null && !isMaking) clearTimeout(timer);
    return () => clearTimeout(timer);
  }, [wanted, ask, state, isMaking]);
  const make = useCallback(async () => {
    const begun = await post(`/api/jobs/${job.id}/sums`, null);
    if (begun.ok) await ask();
    else setState({ kind: 'none', fault: begun.fault });
  }, [job.id, ask]);
  return wanted ? { state, make: () => void make() } : null;
}
