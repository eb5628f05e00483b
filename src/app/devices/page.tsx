import { allProfiles, frameView, getRuntime } from '@/server';
import { DevicesScreen } from './devices-screen';

export const dynamic = 'force-dynamic';

export default async function DevicesPage() {
  const runtime = getRuntime();
  return <DevicesScreen frame={await frameView(runtime)} profiles={await allProfiles(runtime.database)} />;
}
