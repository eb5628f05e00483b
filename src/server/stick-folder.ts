import { join } from 'node:path';
import type { Runtime } from './runtime';

/** Where the stand-in of a stick is kept. */
export const stickFolder = (runtime: Pick<Runtime, 'dock'>, label: string) =>
  join(runtime.dock.folder, 'sticks', label);
