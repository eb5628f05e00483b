import { notFound, redirect } from 'next/navigation';
import { UnreadJobPage } from '@/app/unread-job-page';
import { getRuntime, jobView } from '@/server';

export const dynamic = 'force-dynamic';

/** A job's own address leads to the station where its work is. */
export default async function JobPage({ params }: { params: Promise<{ id: string }> }) {
  const found = await jobView(getRuntime(), (await params).id);
  if (!found.ok)
    return found.fault.code === 'no-job' ? (
      notFound()
    ) : (
      <UnreadJobPage fault={found.fault} id={(await params).id} />
    );
  redirect(`/jobs/${found.value.job.id}/${found.value.current}`);
}
