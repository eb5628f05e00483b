import { profile, takeIn } from '@/core/acts/bench.test.data';
import { DeviceProfile } from '@/core/device';
import atriumData from '../../demo/devices/quenlo-atrium.json';
import wrenData from '../../demo/devices/braskit-wren.json';
import { readTyped } from './take-in-read';
import { type Typed, startTyped } from './take-in-typed';

const zone = 'Europe/Lisbon';
const filled: Typed = {
  ...startTyped(null, [profile], zone),
  owner: 'Bosun',
  wanted: '2 TB',
  used: '0,42 GB',
  charge: '21 %',
  promised: '2026-07-01T16:30',
};
const read = (more: Partial<Typed> = {}) => readTyped({ ...filled, ...more }, zone);

describe('the take-in form as typed', () => {
  it('begins with the device as its maker usually delivers it, and everything else open', () => {
    expect(startTyped(null, [profile], zone)).toMatchObject({
      profileId: profile.id,
      formFactor: '2242-S3-M',
      label: '512 GB',
      used: '',
      card: 'unknown',
      encryption: 'unknown',
      swollen: 'unknown',
      consent: 'no',
    });
  });

  it('becomes a take-in', () => {
    expect(read()).toMatchObject({
      faults: {},
      takeIn: expect.objectContaining({
        owner: 'Bosun',
        wantedGB: 2000,
        oldDrive: { formFactor: '2242-S3-M', labelGB: 512, usedBytes: 420_000_000 },
        chargePercent: 21,
        promisedAt: '2026-07-01T15:30:00.000Z',
      }),
    });
  });

  it('reads back what it shows of a job', () => {
    const again = readTyped(
      startTyped({ ...takeIn, promisedAt: '2026-11-24T12:15:00.000Z' }, [profile], zone),
      zone,
    );
    expect(again).toMatchObject({
      faults: {},
      takeIn: { ...takeIn, promisedAt: '2026-11-24T12:15:00.000Z' },
    });
  });

  it('leaves empty fields not known', () => {
    expect(read({ used: '', charge: '', promised: '' }).takeIn).toMatchObject({
      oldDrive: { usedBytes: null },
      chargePercent: null,
      promisedAt: null,
    });
  });

  it('tells what can be told while other answers are missing or wrong', () => {
    const early = read({ owner: '', charge: 'full', card: 'yes' });
    expect(early.takeIn).toBeNull();
    expect(early.answered.device).toMatchObject({ card: 'yes', chargePercent: null });
    expect(early.answered.parts).toMatchObject({ wantedGB: 2000, oldDrive: { labelGB: 512 } });
    for (const wrong of [{ wanted: '' }, { label: '0' }, { used: 'much' }, { formFactor: '22' }])
      expect(read(wrong).answered.parts).toBeNull();
  });

  it.each([
    ['wanted', '2 T', 'not a unit'],
    ['wanted', '', 'no unit'],
    ['label', '0', 'A capacity of 0 GB is none'],
    ['formFactor', '2242', 'height class is missing'],
    ['used', 'half', 'is not a unit'],
    ['used', '600 GB', 'Check the unit'],
    ['charge', 'full', 'is no charge'],
    ['charge', '120', 'Charge goes to 100 %'],
    ['promised', 'soon', 'This is no time'],
    ['owner', '   ', 'Say whose device it is'],
    ['note', 'x'.repeat(10_000), 'under 2,000 characters'],
  ] as const)('marks %s “%s” with its fix', (field, text, words) => {
    const { takeIn: none, faults } = read({ [field]: text });
    expect(none).toBeNull();
    expect(Object.keys(faults)).toEqual([field]);
    expect(faults[field]).toContain(words);
  });

  it('marks every field that is wrong at once', () => {
    expect(Object.keys(read({ owner: '', wanted: '?', charge: '?' }).faults).sort()).toEqual([
      'charge',
      'owner',
      'wanted',
    ]);
  });
});

describe('what is in the place', () => {
  const atrium = DeviceProfile.parse(atriumData);
  const wren = DeviceProfile.parse(wrenData);

  it('is asked where it is not the system’s own, and nothing is guessed of it', () => {
    expect(startTyped(null, [atrium], zone)).toMatchObject({ inside: '', formFactor: '', label: '' });
    const asked = { profileId: wren.id, wantedGB: null, placeId: 'card' };
    expect(startTyped(null, [wren], zone, asked)).toMatchObject({
      inside: '',
      formFactor: 'card',
      label: '',
    });
    expect(startTyped(null, [wren], zone)).toMatchObject({ inside: 'drive', formFactor: '2230-S3-M' });
    const unsaid = read({ inside: '' });
    expect([unsaid.takeIn, unsaid.faults.inside, unsaid.answered.parts]).toEqual([
      null,
      expect.stringContaining('a drive is in it'),
      null,
    ]);
  });

  it('that is empty asks for no old drive and no data to keep, and reads back as it is shown', () => {
    const { takeIn: empty, faults } = read({
      inside: 'nothing',
      keep: 'yes',
      label: '',
      formFactor: '',
      used: 'much',
    });
    expect(faults).toEqual({});
    expect(empty).toMatchObject({ oldDrive: null, dataToKeep: false });
    expect(empty && startTyped(empty, [profile], zone)).toMatchObject({ inside: 'nothing' });
  });
});
