import Sequencer from '@jest/test-sequencer';

/** Files that take longest, in about the order of the seconds they took: begun last, one of them would keep a core waiting for another. */
const longest = [
  'disks/kill',
  'e2e/power-cut',
  'e2e/every-screen',
  'server/every-way',
  'server/backup',
  'e2e/start-refused',
  'e2e/data',
  'e2e/devices',
  'e2e/catalogue',
  'e2e/start',
  'e2e/hands',
  'e2e/screens',
  'e2e/sticks',
  'disks/cannot-lie',
  'server/sticks',
  'disks/copies',
];

/** All others come behind them, the largest file first, as Jest does by itself. */
export default class LongestFirst extends Sequencer {
  sort(tests) {
    const rank = ({ path }) => {
      const at = longest.findIndex((name) => path.endsWith(`/${name}.test.ts`));
      return at === -1 ? longest.length : at;
    };
    return super.sort(tests).sort((a, b) => rank(a) - rank(b));
  }
}
