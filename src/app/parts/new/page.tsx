import { PartKind } from '@/core/part';
import { frameView, getRuntime } from '@/server';
import { EditScreen } from '../edit-screen';

export const dynamic = 'force-dynamic';

export default async function NewPartPage({ searchParams }: { searchParams: Promise<{ kind?: string }> }) {
  const kind = PartKind.catch('drive').parse((await searchParams).kind);
  return <EditScreen frame={await frameView(getRuntime())} kind={kind} part={null} />;
}
