import { LogbookQuery } from '@/core/logbook';
import { allProfiles, frameView, getRuntime, logbook } from '@/server';
import { LogbookScreen } from './logbook-screen';

export const dynamic = 'force-dynamic';

/** All jobs, open and through. */
export default async function LogbookPage({
  searchParams,
}: {
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}) {
  const runtime = getRuntime();
  const asked = LogbookQuery.safeParse(await searchParams);
  const query = asked.success ? asked.data : LogbookQuery.parse({});
  const profiles = await allProfiles(runtime.database);
  return (
    <LogbookScreen
      // A kept view that is picked is another page: what was typed before is gone.
      key={JSON.stringify(query)}
      frame={await frameView(runtime)}
      devices={profiles.map(({ id, name }) => ({ id, name }))}
      initial={{ query, ...(await logbook(runtime.database, query)) }}
    />
  );
}
