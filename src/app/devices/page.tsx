import { frameView, getRuntime, readProfiles } from '@/server';
import { DevicesScreen } from './devices-screen';

export const dynamic = 'force-dynamic';

export default async function DevicesPage() {
  const runtime = getRuntime();
  const { profiles, unread } = await readProfiles(runtime.database);
  return <DevicesScreen frame={await frameView(runtime)} profiles={profiles} unread={unread} />;
}
