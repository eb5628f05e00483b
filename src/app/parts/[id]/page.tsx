import { notFound } from 'next/navigation';
import { findParts, frameView, getRuntime, pricesOf } from '@/server';
import { PartScreen } from './part-screen';

export const dynamic = 'force-dynamic';

export default async function PartPage({ params }: { params: Promise<{ id: string }> }) {
  const runtime = getRuntime();
  const [part] = await findParts(runtime.database, [(await params).id]);
  if (!part) notFound();
  return (
    <PartScreen
      frame={await frameView(runtime)}
      part={part}
      prices={await pricesOf(runtime.database, part.id)}
    />
  );
}
