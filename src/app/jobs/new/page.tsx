import { allProfiles, frameView, getRuntime } from '@/server';
import { TakeInScreen } from './take-in-screen';

export const dynamic = 'force-dynamic';

/** Asked at the counter first: the device and the size wanted come along in the address. */
export default async function TakeInPage({
  searchParams,
}: {
  searchParams: Promise<{ profile?: string; wanted?: string; drive?: string }>;
}) {
  const { profile, wanted, drive } = await searchParams;
  const runtime = getRuntime();
  const wantedGB = /^\d{1,6}$/u.test(wanted ?? '') ? Number(wanted) : null;
  return (
    <TakeInScreen
      frame={await frameView(runtime)}
      profiles={await allProfiles(runtime.database)}
      asked={{ profileId: profile ?? null, wantedGB, driveId: drive ?? null }}
    />
  );
}
