import { browserMeasures } from './browser.mjs';
import { report } from './report.mjs';

/** Heat and the long list as the page feels them, in headless Chromium on the built application. */
export async function measurePage(): Promise<boolean> {
  const { heat, listMs } = await browserMeasures();
  return [
    report('2,000 heat runs in the worker', `${heat.ms.toFixed(0)} ms`, 'under 5,000 ms', heat.ms < 5000),
    report(
      'longest task of the page meanwhile',
      `${heat.longestMs.toFixed(0)} ms`,
      'at most 50 ms',
      heat.longestMs <= 50,
    ),
    report(
      'longest task while 10,000 rows scroll by',
      `${listMs.toFixed(0)} ms`,
      'at most 50 ms',
      listMs <= 50,
    ),
  ].every(Boolean);
}
