import * as z from 'zod';
import { stationIds } from './station-ids';

export const StationId = z.enum(stationIds);
export type StationId = z.infer<typeof StationId>;

/** How the system comes across, where Jicara leads through it; the other ways are ranked and done by the maker’s manual. */
export const Route = z.enum(['copy-on-dock', 'stick', 'network', 'format']);
export type Route = z.infer<typeof Route>;
