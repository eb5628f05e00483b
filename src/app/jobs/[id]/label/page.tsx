import { notFound } from 'next/navigation';
import { toString as qrOf } from 'qrcode';
import { UnreadJobPage } from '@/app/unread-job-page';
import { labelText, oldDriveLabel } from '@/core/old-drive';
import { getRuntime, jobView } from '@/server';
import { LabelScreen } from './label-screen';

export const dynamic = 'force-dynamic';

/** The label of the old drive, to print and stick on it. */
export default async function LabelPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const found = await jobView(getRuntime(), id);
  if (!found.ok)
    return found.fault.code === 'no-job' ? notFound() : <UnreadJobPage fault={found.fault} id={id} />;
  const { job } = found.value;
  if (!job.takeIn.oldDrive) notFound();
  const text = labelText(oldDriveLabel(job), job.id);
  const qr = await qrOf(text, { type: 'svg', margin: 4, errorCorrectionLevel: 'M' });
  return <LabelScreen view={found.value} qr={qr} />;
}
