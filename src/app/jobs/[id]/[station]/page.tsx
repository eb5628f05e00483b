import { notFound } from 'next/navigation';
import { StationId } from '@/core/route';
import { UnreadJobPage } from '@/app/unread-job-page';
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
  if (!parsed.success) notFound();
  const found = await jobView(getRuntime(), id);
  if (!found.ok)
    return found.fault.code === 'no-job' ? notFound() : <UnreadJobPage fault={found.fault} id={id} />;
  const view = found.value;
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
