import { readJson, respond } from '@/app/respond';
import { askedBy } from '@/app/who-works';
import { getRuntime, keepPractice } from '@/server';

export async function POST(request: Request) {
  const form = await readJson(request);
  return respond(form.ok ? await keepPractice(getRuntime(), form.value, askedBy(request)) : form);
}
