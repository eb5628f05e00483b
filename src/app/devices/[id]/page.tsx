import { notFound } from 'next/navigation';
import { findProfile, frameView, getRuntime } from '@/server';
import { DeviceScreen } from './device-screen';

export const dynamic = 'force-dynamic';

export default async function DevicePage({ params }: { params: Promise<{ id: string }> }) {
  const runtime = getRuntime();
  const profile = await findProfile(runtime.database, (await params).id);
  if (!profile) notFound();
  return <DeviceScreen frame={await frameView(runtime)} profile={profile} />;
}
