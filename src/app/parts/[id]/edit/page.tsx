import { notFound } from 'next/navigation';
import { kindOf } from '@/core/part';
import { findParts, frameView, getRuntime } from '@/server';
import { EditScreen } from '../../edit-screen';

export const dynamic = 'force-dynamic';

export default async function EditPartPage({ params }: { params: Promise<{ id: string }> }) {
  const runtime = getRuntime();
  const [part] = await findParts(runtime.database, [(await params).id]);
  if (!part) notFound();
  return <EditScreen frame={await frameView(runtime)} kind={kindOf(part)} part={part} />;
}
