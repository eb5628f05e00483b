import { notFound } from 'next/navigation';
import { findParts, frameView, getRuntime } from '@/server';
import { PartScreen } from './part-screen';

export const dynamic = 'force-dynamic';

export default async function PartPage({ params }: { params: Promise<{ id: string }> }) {
  const runtime = getRuntime();
  const [part] = await findParts(runtime.database, [(await params).id]);
  if (!part) notFound();
  return <PartScreen frame={await frameView(runtime)} part={part} />;
}
