import { readJson, respond } from '@/app/respond';
import { ok } from '@/core/result';
import { allProfiles, getRuntime, putProfile } from '@/server';

export async function GET() {
  return respond(ok(await allProfiles(getRuntime().database)));
}

export async function POST(request: Request) {
  const form = await readJson(request, 1024 * 1024);
  return respond(form.ok ? await putProfile(getRuntime(), form.value) : form);
}
