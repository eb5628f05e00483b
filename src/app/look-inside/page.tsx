import { dockCases, frameView, getRuntime, profileNames } from '@/server';
import { LookInsideScreen } from './look-inside-screen';

export const dynamic = 'force-dynamic';

export default async function LookInsidePage() {
  const runtime = getRuntime();
  const names = await profileNames(runtime.database);
  const devices = [...names].map(([id, name]) => ({ id, name })).sort((a, b) => a.name.localeCompare(b.name));
  return (
    <LookInsideScreen frame={await frameView(runtime)} cases={await dockCases(runtime)} devices={devices} />
  );
}
