import { ensureBuilt } from './lib/build.mjs';
import { ensureInstalled } from './lib/install.mjs';

ensureInstalled();
await ensureBuilt();
