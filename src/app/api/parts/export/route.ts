import { respond } from '@/app/respond';
import { PartKind } from '@/core/part';
import { refuse } from '@/core/result';
import { exportParts, getRuntime } from '@/server';

/** The catalogue of one kind as a file: `?kind=drive&format=csv`. */
export async function GET(request: Request) {
  const { searchParams } = new URL(request.url);
  const kind = PartKind.safeParse(searchParams.get('kind'));
  const format = searchParams.get('format');
  if (!kind.success || (format !== 'csv' && format !== 'json'))
    return respond(refuse('form', 'Say which kind and which format.', 'Such as ?kind=drive&format=csv.'));
  return new Response(await exportParts(getRuntime(), kind.data, format), {
    headers: {
      'content-type': format === 'csv' ? 'text/csv; charset=utf-8' : 'application/json',
      'content-disposition': `attachment; filename="jicara-${kind.data}s.${format}"`,
    },
  });
}
