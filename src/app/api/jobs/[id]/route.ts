import { routes } from '@/app/api-route';
import { getRuntime, jobView } from '@/server';

export const { GET, POST, PUT, PATCH, DELETE } = routes({
  GET: ({ params }) => jobView(getRuntime(), params.id!),
});
