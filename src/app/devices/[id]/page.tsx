import { notFound } from 'next/navigation';
import { profileFaults } from '@/core/device';
import { dryRuns, findProfile, frameView, getRuntime, versionsOf } from '@/server';
import { DeviceScreen } from './device-screen';

export const dynamic = 'force-dynamic';

export default async function DevicePage({ params }: { params: Promise<{ id: string }> }) {
  const runtime = getRuntime();
  const { id } = await params;
  const profile = await findProfile(runtime.database, id);
  if (!profile) notFound();
  return (
    <DeviceScreen
      frame={await frameView(runtime)}
      profile={profile}
      faults={profileFaults(profile)}
      versions={await versionsOf(runtime.database, id)}
      runs={(await dryRuns(runtime.database, id))[id] ?? []}
    />
  );
}
