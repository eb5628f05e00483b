import { readJson, respond } from '@/app/respond';
import { getRuntime, keepPractice } from '@/server';

export async function POST(request: Request) {
  const form = await readJson(request);
  return respond(form.ok ? await keepPractice(getRuntime(), form.value) : form);
}
