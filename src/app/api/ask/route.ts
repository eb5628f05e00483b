import { respond } from '@/app/respond';
import { ok } from '@/core/result';
import { askView, getRuntime } from '@/server';

/** A counter question, understood and ready to be answered: `?q=osprey 2280-D2-M 2 TB 7000`. */
export async function GET(request: Request) {
  const text = new URL(request.url).searchParams.get('q') ?? '';
  return respond(ok(await askView(getRuntime(), text.slice(0, 200))));
}
