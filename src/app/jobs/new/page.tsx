import { allProfiles, findJob, frameView, getRuntime } from '@/server';
import { TakeInScreen } from './take-in-screen';

export const dynamic = 'force-dynamic';

/** Asked at the counter first: all that was asked comes along in the address. */
export default async function TakeInPage({
  searchParams,
}: {
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}) {
  const params = await searchParams;
  const text = (name: string, most: number): string | null => {
    const value = params[name];
    return typeof value === 'string' && value !== '' && value.length <= most ? value : null;
  };
  const wanted = text('wanted', 6);
  const runtime = getRuntime();
  const like = text('like', 12);
  const found = like ? await findJob(runtime.database, like) : null;
  return (
    <TakeInScreen
      frame={await frameView(runtime)}
      profiles={await allProfiles(runtime.database)}
      alike={found?.ok ? found.value.state.job : null}
      asked={{
        profileId: text('profile', 60),
        wantedGB: wanted !== null && /^\d+$/u.test(wanted) ? Number(wanted) : null,
        driveId: text('drive', 60),
        placeId: text('place', 40),
        revisionId: text('revision', 40),
        systemVersion: text('version', 20),
        question: text('asked', 200),
      }}
    />
  );
}
