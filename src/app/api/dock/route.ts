import { respond } from '@/app/respond';
import { dockView, getRuntime } from '@/server';

export const dynamic = 'force-dynamic';

export async function GET() {
  return respond({ ok: true, value: await dockView(getRuntime()) });
}
