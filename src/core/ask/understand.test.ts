import { bare, fit, settingOf } from '../fit';
import { drives, profile, profiles } from '../fit/demo.test.data';
import { parseQuestion, typedDrive, understand } from '.';

const asked = (text: string) => understand(profiles, drives, parseQuestion(text));
/** What was understood in one line, and what was not. */
const read = (text: string) => {
  const { chips, notUnderstood } = asked(text);
  return `${chips.map(({ kind, means }) => `${kind} ${means}`).join('; ')} | ${notUnderstood.map(({ words }) => words).join(', ')}`;
};

const devices = profiles.map(({ name, maker }) => ({ word: name.toLowerCase(), means: `${maker} ${name}` }));

/** One word or figure more, with what it is taken for; null for what nothing here goes by. */
const more: [string, string | null][] = [
  ['512 GB', 'size 512 GB'],
  ['2 tb', 'size 2 TB'],
  ['9 TB', 'size 9 TB'],
  ['1,5 TB', 'size 1.5 TB'],
  ['7000 MB/s', 'speed reads 7,000 MB/s'],
  ['7000', 'speed reads 7,000 MB/s'],
  ['2280-S3-M', 'form 22 × 80 mm, single-sided, key M'],
  ['3.5-inch', 'form 3.5-inch'],
  ['gen 4', 'generation link generation 4'],
  ['version 4.10', 'version system version 4.10'],
  ['4.10.2', 'version system version 4.10.2'],
  ['marl', 'drive Ostrel Marl'],
  ['vigil', 'drive Harlo Vigil'],
  ['grumbold', null],
  ['xyzzy', null],
  ['2000', null],
  ['4.10', null],
  ['3', null],
  ['22x80', null],
];

describe.each(devices)('$word', ({ word, means }) => {
  it.each(more)('with “%s”', (text, understood) => {
    const expected = understood ? [`device ${means}`, understood] : [`device ${means}`];
    for (const phrase of [`${word} ${text}`, `will ${text} fit the ${word}`]) {
      const { chips, notUnderstood, device } = asked(phrase);
      expect(device?.name.toLowerCase()).toBe(word);
      expect(chips.map(({ kind, means: what }) => `${kind} ${what}`)).toEqual(expected);
      expect(notUnderstood.map(({ words }) => words)).toEqual(understood ? [] : [text]);
    }
  });
});

describe('word by word', () => {
  it.each([
    ['wren card', 'device Braskit Wren; place card slot | '],
    ['wren early 1 TB', 'device Braskit Wren; revision early board; size 1 TB | '],
    ['atrium bay 2 tb', 'device Quenlo Atrium; place expansion bay; size 2 TB | '],
    ['osprey grumbold 2 TB', 'device Braskit Osprey; size 2 TB | grumbold'],
    ['osprey marl grumbold', 'device Braskit Osprey; drive Ostrel Marl | grumbold'],
    ['grumbold 2 TB', 'size 2 TB | grumbold'],
    ['osprey marl vigil', 'device Braskit Osprey | marl vigil'],
    ['osprey 2 TB 2000', 'device Braskit Osprey; size 2 TB; speed reads 2,000 MB/s | '],
    ['', ' | '],
  ])('“%s”', (text, expected) => {
    expect(read(text)).toBe(expected);
  });

  it('a named drive of other figures is told with its nearest sizes, and never taken for one that was asked', () => {
    const none = asked('osprey marl 9 TB');
    expect(none.drives).toEqual([]);
    const sizes = none.nearest.map(({ labelGB }) => labelGB);
    expect(sizes[0]).toBe(Math.max(...sizes));
    expect(asked('osprey marl 2 TB').drives[0]?.id).toBe('ostrel-marl-2000');
    expect(asked('osprey 9 TB')).toMatchObject({ isNamed: false, nearest: [] });
  });
});

it('what nobody typed is not known, and never made up: no speed, no size, no generation', () => {
  const drive = typedDrive(parseQuestion('atrium 2280-S3-M'))!;
  const place = profile('quenlo-atrium').places.find(({ replaceable }) => replaceable)!;
  const answer = fit(settingOf(profile('quenlo-atrium'), { placeId: place.id }), bare(drive));
  const verdicts = Object.fromEntries(answer.margins.map(({ id, verdict }) => [id, verdict]));
  expect([verdicts['read-speed'], verdicts.capacity, verdicts.generation]).toEqual([
    'unknown',
    'unknown',
    'unknown',
  ]);
  expect(answer.margins.find(({ id }) => id === 'read-speed')?.missing[0]?.howToGet).toContain('data sheet');
  const told = typedDrive(parseQuestion('atrium 2280-S3-M 2 TB 7000'))!;
  const known = fit(settingOf(profile('quenlo-atrium'), { placeId: place.id }), bare(told));
  expect(known.margins.find(({ id }) => id === 'read-speed')?.verdict).toBe('clear');
});
