import { readJson, respond } from '@/app/respond';
import { askedBy } from '@/app/who-works';
import { getRuntime, takeInDevice } from '@/server';

export async function POST(request: Request) {
  const form = await readJson(request);
  return respond(form.ok ? await takeInDevice(getRuntime(), form.value, askedBy(request)) : form);
}
