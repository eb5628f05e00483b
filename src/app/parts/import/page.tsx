import { PartKind } from '@/core/part';
import { frameView, getRuntime } from '@/server';
import { ImportScreen } from './import-screen';

export const dynamic = 'force-dynamic';

export default async function ImportPage({ searchParams }: { searchParams: Promise<{ kind?: string }> }) {
  const kind = PartKind.catch('drive').parse((await searchParams).kind);
  return <ImportScreen frame={await frameView(getRuntime())} kind={kind} />;
}
