import { respond } from '@/app/respond';
import { ok, refuse } from '@/core/result';
import { findParts, getRuntime, removePart } from '@/server';

type Where = { params: Promise<{ id: string }> };

export async function GET(_: Request, { params }: Where) {
  const [part] = await findParts(getRuntime().database, [(await params).id]);
  return respond(
    part ? ok(part) : refuse('not-found', 'This part is not in the catalogue.', 'Look for it at Parts.'),
  );
}

export async function DELETE(_: Request, { params }: Where) {
  return respond(await removePart(getRuntime(), (await params).id));
}
