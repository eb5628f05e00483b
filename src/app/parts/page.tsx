import { PartQuery, frameView, getRuntime, searchParts } from '@/server';
import { PartsScreen } from './parts-screen';

export const dynamic = 'force-dynamic';

export default async function PartsPage({ searchParams }: { searchParams: Promise<Record<string, string>> }) {
  const runtime = getRuntime();
  const asked = PartQuery.safeParse(await searchParams);
  const query = asked.success ? asked.data : PartQuery.parse({});
  return (
    <PartsScreen
      frame={await frameView(runtime)}
      initial={{
        query: { ...query, offset: 0 },
        page: await searchParts(runtime.database, { ...query, offset: 0 }),
      }}
    />
  );
}
