import { routes } from '@/app/api-route';
import { bringInCatalogue, getRuntime } from '@/server';

export const { GET, POST, PUT, PATCH, DELETE } = routes({ POST: () => bringInCatalogue(getRuntime()) });
