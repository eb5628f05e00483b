import { DriveError, type DriveTrouble, asDriveError, troubleFault } from './drives';

describe('what goes wrong with a drive', () => {
  it.each([
    ['EIO', 'bad-sector'],
    ['ENOSPC', 'full'],
    ['EDQUOT', 'full'],
    ['EFBIG', 'full'],
    ['ENODEV', 'unplugged'],
    ['ENXIO', 'unplugged'],
    ['EACCES', 'not-allowed'],
    ['EPERM', 'not-allowed'],
    ['EROFS', 'not-allowed'],
  ])('%s is %s', (code, trouble) => {
    const error = asDriveError(Object.assign(new Error('x'), { code }), 77);
    expect(error).toBeInstanceOf(DriveError);
    expect(error).toMatchObject({ trouble, offset: 77, message: `${trouble} at byte 77` });
  });

  it('is a fault of the code where the system does not speak of a drive', () => {
    for (const error of [Object.assign(new Error('x'), { code: 'EBADF' }), new TypeError('y')])
      expect(asDriveError(error, 0)).toBe(error);
  });

  it('has a sentence with its place, and a way out', () => {
    const troubles: DriveTrouble[] = ['bad-sector', 'unplugged', 'full', 'not-allowed', 'gone'];
    const faults = troubles.map((trouble) => troubleFault(new DriveError(trouble, 4096)));
    expect(faults.map(({ code }) => code)).toEqual([
      'bad-sector',
      'unplugged',
      'disk-full',
      'not-allowed',
      'gone',
    ]);
    for (const { sentence, remedy } of faults) {
      expect(sentence).toMatch(/\(at byte 4096\)\.$/u);
      expect(remedy.length).toBeGreaterThan(20);
    }
  });
});
