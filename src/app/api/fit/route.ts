import { readJson, respond } from '@/app/respond';
import { answerFit, getRuntime } from '@/server';

export async function POST(request: Request) {
  const form = await readJson(request, 1024 * 1024);
  return respond(form.ok ? await answerFit(getRuntime(), form.value) : form);
}
