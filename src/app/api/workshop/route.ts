import { readJson, respond } from '@/app/respond';
import { changeSettings, getRuntime } from '@/server';

export async function POST(request: Request) {
  const form = await readJson(request);
  return respond(form.ok ? await changeSettings(getRuntime(), form.value) : form);
}
