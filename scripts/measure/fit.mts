import { readFileSync } from 'node:fs';
import { DeviceProfile } from '../../src/core/device';
import { fit } from '../../src/core/fit';
import { Drive, Pad } from '../../src/core/part';
import { median, report } from './report.mjs';

const read = (path: string) => JSON.parse(readFileSync(`demo/${path}`, 'utf8')) as unknown;

/** The fit of 1,000 drives against one profile, median of nine runs, ms. */
export function measureFit(): boolean {
  const profile = DeviceProfile.parse(read('devices/braskit-osprey.json'));
  const [known, pads] = [
    Drive.array().parse(read('parts/drives.json')),
    Pad.array().parse(read('parts/pads.json')),
  ];
  const drives = Array.from({ length: 1000 }, (_, i) => ({ ...known[i % known.length]!, id: `drive-${i}` }));
  const old = { labelGB: 512, usedBytes: 420e6, dataToKeep: true };
  const times = Array.from({ length: 9 }, () => {
    const start = performance.now();
    for (const drive of drives) fit({ profile, measures: {}, drive, pad: pads[0]!, old });
    return performance.now() - start;
  });
  const ms = median(times);
  return report('fit of 1,000 drives against one profile', `${ms.toFixed(1)} ms`, 'under 100 ms', ms < 100);
}
