import { measureCopy } from './copy.mjs';
import { measureFit } from './fit.mjs';
import { measureImages } from './images.mjs';
import { measureDiagnosis } from './diagnosis.mjs';
import { measurePage } from './page.mjs';
import { measurePractice } from './practice.mjs';
import { measureServer } from './server.mjs';

/** Each measurement prints what it found against what is wanted, and returns whether it holds; `npm run measure -- server` does one. */
const sections: Record<string, () => boolean | Promise<boolean>> = {
  fit: measureFit,
  diagnosis: measureDiagnosis,
  practice: measurePractice,
  page: measurePage,
  copy: measureCopy,
  images: measureImages,
  server: measureServer,
};
const asked = process.argv.slice(2).filter((name) => name in sections);
let held = true;
for (const name of asked.length > 0 ? asked : Object.keys(sections)) held = (await sections[name]!()) && held;
process.exit(held ? 0 : 1);
