import { readJson, respond } from '@/app/respond';
import { askedBy } from '@/app/who-works';
import { doAct, getRuntime, jobView } from '@/server';

/** Does an act and answers with the job as it is then. */
export async function POST(request: Request, { params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const body = await readJson(request);
  if (!body.ok) return respond(body);
  const done = await doAct(getRuntime(), id, body.value, askedBy(request));
  return respond(done.ok ? { ok: true, value: await jobView(getRuntime(), id) } : done);
}
