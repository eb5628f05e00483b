import { readJson, respond } from '@/app/respond';
import { getRuntime, partsForesight } from '@/server';

export async function POST(request: Request) {
  const form = await readJson(request);
  return respond(form.ok ? await partsForesight(getRuntime(), form.value) : form);
}
