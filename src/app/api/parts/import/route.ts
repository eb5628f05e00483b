import { mostFileBytes, readJson, respond } from '@/app/respond';
import { getRuntime, importParts } from '@/server';

export async function POST(request: Request) {
  const form = await readJson(request, mostFileBytes);
  return respond(form.ok ? await importParts(getRuntime(), form.value) : form);
}
