import { getRuntime } from '@/server';

export const dynamic = 'force-dynamic';

export async function GET() {
  await getRuntime().database.query('select 1');
  return Response.json({ ok: true });
}
