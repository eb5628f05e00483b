import { routes } from '@/app/api-route';
import { clearDrives, getRuntime } from '@/server';

/** Takes away the simulated drives of finished jobs. */
export const { GET, POST, PUT, PATCH, DELETE } = routes({ POST: () => clearDrives(getRuntime()) });
