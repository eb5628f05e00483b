import { faultsFound, frameView, getRuntime, learnedPage } from '@/server';
import { Shell } from '@/app/shell';
import { LearnedScreen } from '@/ui/learned/learned-screen';

export const dynamic = 'force-dynamic';

/** What the bench has learned of its own work, and whether what it says holds. */
export default async function LearnedPage({
  searchParams,
}: {
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}) {
  const runtime = getRuntime();
  const { of } = await searchParams;
  const practice = of === undefined ? runtime.isDemo : of === 'practice';
  const frame = await frameView(runtime);
  return (
    <Shell frame={frame} at="logbook">
      <LearnedScreen
        kinds={await learnedPage(runtime, practice)}
        {...await faultsFound(runtime, practice)}
        practice={practice}
        isDemo={runtime.isDemo}
      />
    </Shell>
  );
}
