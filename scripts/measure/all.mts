import { measureCopy } from './copy.mjs';
import { measureFit } from './fit.mjs';

/** Each measurement prints what it found against what is wanted, and returns whether it holds. */
const held = [measureFit(), await measureCopy()];
process.exit(held.every(Boolean) ? 0 : 1);
