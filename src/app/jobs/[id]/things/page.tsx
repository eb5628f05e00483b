import { notFound } from 'next/navigation';
import { UnreadJobPage } from '@/app/unread-job-page';
import { getRuntime, jobView } from '@/server';
import { ThingsScreen } from './things-screen';

export const dynamic = 'force-dynamic';

/** Where the owner's things go on the stores of a job's device. */
export default async function ThingsPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const found = await jobView(getRuntime(), id);
  if (!found.ok)
    return found.fault.code === 'no-job' ? notFound() : <UnreadJobPage fault={found.fault} id={id} />;
  return <ThingsScreen view={found.value} />;
}
