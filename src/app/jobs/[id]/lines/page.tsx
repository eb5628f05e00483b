import { notFound } from 'next/navigation';
import { UnreadJobPage } from '@/app/unread-job-page';
import { getRuntime, jobView } from '@/server';
import { LinesScreen } from './lines-screen';

export const dynamic = 'force-dynamic';

/** The way of a job's real drives to image files and back, as lines of the system's own tools. */
export default async function LinesPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const found = await jobView(getRuntime(), id);
  if (!found.ok)
    return found.fault.code === 'no-job' ? notFound() : <UnreadJobPage fault={found.fault} id={id} />;
  return <LinesScreen view={found.value} />;
}
