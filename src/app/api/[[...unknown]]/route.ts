import { routes } from '@/app/api-route';
import { refuse } from '@/core/result';

const noWay = () => refuse('no-way', 'There is nothing at this address.', 'See /api/openapi.');

/** Every address that no other route knows. */
export const { GET, POST, PUT, PATCH, DELETE } = routes(
  { GET: noWay, POST: noWay, DELETE: noWay },
  'nothing',
);
