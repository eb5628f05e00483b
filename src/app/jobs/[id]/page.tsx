import { notFound, redirect } from 'next/navigation';
import { getRuntime, jobView } from '@/server';

export const dynamic = 'force-dynamic';

/** A job's own address leads to the station where its work is. */
export default async function JobPage({ params }: { params: Promise<{ id: string }> }) {
  const view = await jobView(getRuntime(), (await params).id);
  if (!view) notFound();
  redirect(`/jobs/${view.job.id}/${view.current}`);
}
