import { routes } from '@/app/api-route';
import { respondWith } from '@/app/respond';
import { PartKind } from '@/core/part';
import { refuse } from '@/core/result';
import { exportParts, getRuntime } from '@/server';

/** The catalogue of one kind as a file: `?kind=drive&format=csv`. */
export const { GET, POST, PUT, PATCH, DELETE } = routes({
  GET: async ({ url }) => {
    const kind = PartKind.safeParse(url.searchParams.get('kind'));
    const format = url.searchParams.get('format');
    if (!kind.success || (format !== 'csv' && format !== 'json'))
      return refuse('form', 'Say which kind and which format.', 'Such as ?kind=drive&format=csv.');
    return respondWith(
      await exportParts(getRuntime(), kind.data, format),
      format === 'csv' ? 'text/csv; charset=utf-8' : 'application/json; charset=utf-8',
      `jicara-${kind.data}s.${format}`,
    );
  },
});
