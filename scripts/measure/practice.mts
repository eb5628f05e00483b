import { dumb, share } from '../../src/core/practice/guessers.test.data';
import { report } from './report.mjs';

const levels = [1, 2, 3] as const;

/** How far those who know nothing of a device get by what is offered alone, against chance, over all devices of the demo, with mistakes noted and without. */
export function measurePractice(): boolean {
  const held = Object.entries(dumb).map(([name, guess]) => {
    const gains = levels.map((level) => {
      const gain = [false, true].map((mistaken) => {
        const { right, chance } = share(guess, level, mistaken);
        return right / chance;
      });
      return Math.max(...gain);
    });
    const most = Math.max(...gains);
    return report(
      `Practice by ${name}`,
      gains.map((gain, i) => `level ${levels[i]} × ${gain.toFixed(2)} of chance`).join(', '),
      'under 1.1 × of chance',
      most < 1.1,
    );
  });
  return held.every(Boolean);
}
