import { respond } from '@/app/respond';
import { bringInCatalogue, getRuntime } from '@/server';

export async function POST() {
  return respond(await bringInCatalogue(getRuntime()));
}
