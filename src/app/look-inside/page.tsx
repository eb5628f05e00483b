import { dockCases, frameView, getRuntime } from '@/server';
import { LookInsideScreen } from './look-inside-screen';

export const dynamic = 'force-dynamic';

export default async function LookInsidePage() {
  const runtime = getRuntime();
  return <LookInsideScreen frame={await frameView(runtime)} cases={await dockCases(runtime)} />;
}
