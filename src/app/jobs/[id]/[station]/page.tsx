import { notFound } from 'next/navigation';
import { StationId } from '@/core/route';
import { getRuntime, jobView, partsView } from '@/server';
import { JobScreen } from './job-screen';

export const dynamic = 'force-dynamic';

/** Stations that choose among parts, or guess at them. */
const choosing: StationId[] = ['take-in', 'fit'];

export default async function StationPage({
  params,
  searchParams,
}: {
  params: Promise<{ id: string; station: string }>;
  searchParams: Promise<{ drive?: string }>;
}) {
  const { drive } = await searchParams;
  const { id, station } = await params;
  const parsed = StationId.safeParse(station);
  const view = parsed.success ? await jobView(getRuntime(), id) : null;
  if (!view || !parsed.success) notFound();
  return (
    <JobScreen
      key={view.job.id}
      initial={view}
      station={parsed.data}
      askedDriveId={drive ?? null}
      parts={choosing.includes(parsed.data) ? await partsView(getRuntime()) : null}
    />
  );
}
