import { foresee, foreseeParts } from '.';
import { drives, pads, profile, takeIn } from './job.test.data';

const parts = { drives, pads };

describe('what a take-in foresees', () => {
  it('names the holds that its answers raise, before there is a job', () => {
    const codes = (more: object) => foresee(profile, { ...takeIn, ...more }).holds.map(({ code }) => code);
    expect(codes({})).toEqual([]);
    expect(codes({ card: 'yes', swollen: 'unknown', chargePercent: 80 })).toEqual([
      'swollen',
      'card',
      'charge',
    ]);
    expect(foresee(profile, takeIn).handMinutes).toBeGreaterThan(10);
  });

  it('finds the cheapest drive with its pad among those that fit, by trying each', () => {
    const { offered, fitting, cheapest, nearest } = foreseeParts(profile, takeIn, parts, 'EUR');
    expect(offered).toBe(drives.filter(({ labelGB }) => labelGB >= 2000).length);
    expect(fitting).toBeGreaterThan(1);
    expect(fitting).toBeLessThan(offered);
    const { drive, pad } = cheapest!.candidate;
    expect(cheapest!.price).toEqual([{ minor: drive.price.minor + pad!.price.minor, currency: 'EUR' }]);
    expect(cheapest!.candidate.answer.worst.verdict).toBe('clear');
    expect(nearest).toBeNull();
  });

  it('says so when nothing on the shelf is that large, or when nothing of that size fits', () => {
    expect(foreseeParts(profile, { ...takeIn, wantedGB: 64_000 }, parts, 'EUR')).toMatchObject({
      offered: 0,
      cheapest: null,
      nearest: null,
    });
    const tooMuch = { ...takeIn, oldDrive: { ...takeIn.oldDrive, usedBytes: 5e12 } };
    const none = foreseeParts(profile, tooMuch, parts, 'EUR');
    expect([none.fitting, none.cheapest]).toEqual([0, null]);
    expect(none.nearest?.answer.worst.verdict).toBe('over');
  });
});
