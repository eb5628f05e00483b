import fc from 'fast-check';
import { drives, profiles } from '../fit/demo.test.data';
import { driveWords, matchDevices, matchDrives, parseQuestion, questionFor, typedDrive } from '.';

const ask = (text: string) => {
  const question = parseQuestion(text);
  const { best, others } = matchDevices(profiles, question);
  return { question, best, others, drives: matchDrives(drives, question, best).map(({ id }) => id) };
};

describe('a counter question', () => {
  it('is understood in any order', () => {
    const understood = { formFactor: '2280-D2-M', labelGB: 2000, readMBPerS: 7000, words: ['osprey'] };
    for (const text of [
      'osprey 2280-D2-M 2 TB 7000',
      '7000 2tb 2280-d2-m Osprey',
      '2000 GB osprey 7000 MB/s 2280-D2-M',
    ])
      expect(parseQuestion(text.replace('Osprey', 'osprey'))).toMatchObject(understood);
    expect(parseQuestion('skein 3.5-inch 1,5 TB SATA gen 3')).toMatchObject({
      formFactor: '3.5-inch',
      labelGB: 1500,
      protocol: 'SATA',
      generation: 3,
      words: ['skein'],
    });
  });

  it('finds the device by its name, or offers what it could be', () => {
    expect(ask('osprey').best?.id).toBe('braskit-osprey');
    expect(ask('ospr seam').best?.id).toBe('braskit-osprey');
    expect(ask('braskit').best).toBeNull();
    expect(
      ask('braskit')
        .others.slice(0, 4)
        .every(({ maker }) => maker === 'Braskit'),
    ).toBe(true);
    expect(ask('').others).toHaveLength(profiles.length);
  });

  it('finds drives by what is left of the words and by the figures', () => {
    expect(ask('osprey seam 2 tb').drives).toEqual(['pirrin-seam-2000']);
    expect(ask('heron pirrin 1 tb').drives.sort()).toEqual(['pirrin-lode-3-1000', 'pirrin-seam-1000']);
    expect(ask('osprey 2242-S3-M').drives.every((id) => id.startsWith('tolvane-wharf'))).toBe(true);
    expect(ask('heron marl 2 tb').drives).toEqual(['ostrel-marl-2000', 'ostrel-marl-fin-2000']);
    expect(ask('osprey nothing-like-it').drives).toEqual([]);
    expect(driveWords(parseQuestion('osprey seam'), ask('osprey').best)).toEqual(['seam']);
  });

  it('makes a drive of a size code alone, of which everything else is missing', () => {
    const drive = typedDrive(parseQuestion('osprey 2280-S3-M 2 TB 7000'))!;
    expect(drive).toMatchObject({ protocol: 'NVMe', linkGeneration: 4, labelGB: 2000, readBytesPerS: 7e9 });
    expect(drive.unstated).toEqual(['writeBytesPerS']);
    expect(typedDrive(parseQuestion('atrium 2280-S3-M'))!.unstated).toEqual([
      'readBytesPerS',
      'writeBytesPerS',
      'linkGeneration',
      'labelGB',
    ]);
    expect([drive.powerW, drive.peakPowerW, drive.enduranceTB, drive.chipTopMm]).toEqual([
      undefined,
      undefined,
      undefined,
      undefined,
    ]);
    expect(typedDrive(parseQuestion('skein 3.5-inch 4 TB'))?.protocol).toBe('SATA');
    expect(typedDrive(parseQuestion('osprey seam'))).toBeNull();
  });

  it('asked for a drive as the page writes it finds that very drive, in every device', () => {
    for (const device of profiles)
      for (const drive of drives) {
        const asked = ask(questionFor(device, drive));
        expect([asked.best?.id, asked.drives[0]]).toEqual([device.id, drive.id]);
      }
  });

  it('never fails, whatever is typed', () => {
    fc.assert(
      fc.property(fc.string(), (text) => {
        const { question } = ask(text);
        typedDrive(question);
        return question.words.join('').length <= 200;
      }),
    );
  });
});
