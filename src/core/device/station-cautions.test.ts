import { profiles } from '../fit/demo.test.data';
import { cautionsAt } from '.';

describe('cautions stand where they apply', () => {
  const cautions = [
    'Lithium cell inside: no metal tools near it.',
    'Mains inside: the supply stays closed.',
    'Touch grounded metal before the board.',
    'Hot after use: let it cool down.',
    'Alcohol fumes: window open.',
    'The seal breaks.',
  ];
  it.each([
    ['open', [0, 1, 2, 3, 5]],
    ['swap', [0, 2, 4]],
    ['close', [0, 1]],
  ] as const)('at %s', (station, which) => {
    expect(cautionsAt({ cautions }, station)).toEqual(which.map((i) => cautions[i]));
  });

  it('none of a shipped device is left out of all stations', () => {
    for (const profile of profiles) {
      const shown = new Set((['open', 'swap', 'close'] as const).flatMap((at) => cautionsAt(profile, at)));
      expect([...profile.cautions].filter((caution) => !shown.has(caution))).toEqual([]);
    }
  });
});
