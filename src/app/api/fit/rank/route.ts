import { readJson, respond } from '@/app/respond';
import { getRuntime, rankedView } from '@/server';

export async function POST(request: Request) {
  const form = await readJson(request);
  return respond(form.ok ? await rankedView(getRuntime(), form.value) : form);
}
