import { notFound } from 'next/navigation';
import { findProfile, frameView, getRuntime, versionsOf } from '@/server';
import { MapScreen } from './map-screen';

export const dynamic = 'force-dynamic';

export default async function MapPage({ params }: { params: Promise<{ id: string }> }) {
  const runtime = getRuntime();
  const { id } = await params;
  const profile = await findProfile(runtime.database, id);
  if (!profile) notFound();
  const [newest] = await versionsOf(runtime.database, id);
  const version = newest?.version ?? 1;
  return <MapScreen key={version} frame={await frameView(runtime)} profile={profile} version={version} />;
}
