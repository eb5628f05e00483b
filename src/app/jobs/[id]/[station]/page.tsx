import { notFound } from 'next/navigation';
import { findableJobs } from '@/app/findable';
import { StationId } from '@/core/route';
import { benchView, getRuntime, jobView } from '@/server';
import { JobScreen } from './job-screen';

export const dynamic = 'force-dynamic';

export default async function StationPage({ params }: { params: Promise<{ id: string; station: string }> }) {
  const { id, station } = await params;
  const parsed = StationId.safeParse(station);
  const view = parsed.success ? await jobView(getRuntime(), id) : null;
  if (!view || !parsed.success) notFound();
  return (
    <JobScreen
      key={view.job.id}
      initial={view}
      station={parsed.data}
      jobs={findableJobs(await benchView(getRuntime()))}
    />
  );
}
