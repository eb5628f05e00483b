import { allProfiles, frameView, getRuntime } from '@/server';
import { TakeInScreen } from './take-in-screen';

export const dynamic = 'force-dynamic';

export default async function TakeInPage() {
  const runtime = getRuntime();
  return <TakeInScreen frame={await frameView(runtime)} profiles={await allProfiles(runtime.database)} />;
}
