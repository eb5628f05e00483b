import { allProfiles, benchView, getRuntime } from '@/server';
import { TakeInScreen } from './take-in-screen';

export const dynamic = 'force-dynamic';

export default async function TakeInPage() {
  const runtime = getRuntime();
  return <TakeInScreen view={await benchView(runtime)} profiles={await allProfiles(runtime.database)} />;
}
