import { notFound } from 'next/navigation';
import { UnreadJobPage } from '@/app/unread-job-page';
import { getRuntime, jobView } from '@/server';
import { CostScreen } from './cost-screen';

export const dynamic = 'force-dynamic';

/** What a job costs: its quotes and its final account. */
export default async function CostPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const found = await jobView(getRuntime(), id);
  if (!found.ok)
    return found.fault.code === 'no-job' ? notFound() : <UnreadJobPage fault={found.fault} id={id} />;
  return <CostScreen view={found.value} />;
}
