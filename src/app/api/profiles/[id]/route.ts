import { respond } from '@/app/respond';
import { ok, refuse } from '@/core/result';
import { findProfile, getRuntime } from '@/server';

export async function GET(_: Request, { params }: { params: Promise<{ id: string }> }) {
  const profile = await findProfile(getRuntime().database, (await params).id);
  return respond(
    profile ? ok(profile) : refuse('not-found', 'This device is not known here.', 'See /api/profiles.'),
  );
}
