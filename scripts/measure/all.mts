import { measureCopy } from './copy.mjs';
import { measureFit } from './fit.mjs';
import { measureImages } from './images.mjs';
import { measureDiagnosis } from './diagnosis.mjs';
import { measurePage } from './page.mjs';

/** Each measurement prints what it found against what is wanted, and returns whether it holds. */
const held = [
  measureFit(),
  measureDiagnosis(),
  await measurePage(),
  await measureCopy(),
  await measureImages(),
];
process.exit(held.every(Boolean) ? 0 : 1);
