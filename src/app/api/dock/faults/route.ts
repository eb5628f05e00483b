import { readJson, respond } from '@/app/respond';
import { getRuntime, setPracticeFaults } from '@/server';

export async function POST(request: Request) {
  const form = await readJson(request);
  return respond(form.ok ? await setPracticeFaults(getRuntime(), form.value) : form);
}
