import * as z from 'zod';
import { mountHoles } from './mount-hole-names';

export const MountHoles = z.enum(mountHoles);
export type MountHoles = z.infer<typeof MountHoles>;
