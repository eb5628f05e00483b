import { notFound } from 'next/navigation';
import { findProfile, frameView, getRuntime, versionsOf } from '@/server';
import { ProcedureScreen } from './procedure-screen';

export const dynamic = 'force-dynamic';

export default async function ProcedurePage({ params }: { params: Promise<{ id: string }> }) {
  const runtime = getRuntime();
  const { id } = await params;
  const profile = await findProfile(runtime.database, id);
  if (!profile) notFound();
  const [newest] = await versionsOf(runtime.database, id);
  return (
    <ProcedureScreen
      key={newest?.version ?? 0}
      frame={await frameView(runtime)}
      profile={profile}
      version={newest?.version ?? 1}
    />
  );
}
