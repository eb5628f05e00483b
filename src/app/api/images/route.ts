import { readJson, respond } from '@/app/respond';
import { doImageAct, getRuntime } from '@/server';

export async function POST(request: Request) {
  const form = await readJson(request);
  return respond(form.ok ? await doImageAct(getRuntime(), form.value) : form);
}
