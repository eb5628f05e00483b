import { findParts, frameView, getRuntime } from '@/server';
import { CompareScreen } from './compare-screen';

export const dynamic = 'force-dynamic';

export default async function ComparePage({ searchParams }: { searchParams: Promise<{ ids?: string }> }) {
  const runtime = getRuntime();
  const ids = ((await searchParams).ids ?? '').split(',').slice(0, 4);
  const parts = await findParts(runtime.database, ids);
  const inOrder = ids.flatMap((id) => parts.find((part) => part.id === id) ?? []);
  return <CompareScreen frame={await frameView(runtime)} parts={inOrder} />;
}
