import { readJson, respond } from '@/app/respond';
import { addTechnician, getRuntime } from '@/server';

export async function POST(request: Request) {
  const form = await readJson(request);
  return respond(form.ok ? await addTechnician(getRuntime(), form.value) : form);
}
