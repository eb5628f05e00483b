import { respond } from '@/app/respond';
import { refuse } from '@/core/result';
import { getRuntime, jobView } from '@/server';

export async function GET(_: Request, { params }: { params: Promise<{ id: string }> }) {
  const view = await jobView(getRuntime(), (await params).id);
  return respond(
    view
      ? { ok: true, value: view }
      : refuse('no-job', 'There is no such job on this bench.', 'Look for it on the bench.'),
  );
}
