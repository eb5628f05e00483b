import { foresee, foreseeParts } from '.';
import { rankDrives, settingOf } from '../fit';
import { drives, pads, profile, sinks, takeIn } from '../acts/bench.test.data';

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

  const wish = { currency: 'EUR', prefers: [], shelfFirst: false };
  const foreseen = (wantedGB: number, usedBytes = 420e6) => {
    const old = { labelGB: 512, usedBytes, dataToKeep: true };
    const offered = drives.filter(({ labelGB }) => labelGB >= wantedGB);
    return foreseeParts(rankDrives(settingOf(profile, { old }), offered, { pads, sinks }, wish));
  };

  it('finds the cheapest drive with its pad among those that fit, by trying each', () => {
    const { offered, fitting, cheapest, nearest } = foreseen(2000);
    expect(offered).toBe(drives.filter(({ labelGB }) => labelGB >= 2000).length);
    expect(fitting).toBeGreaterThan(1);
    expect(fitting).toBeLessThan(offered);
    const { drive, pads: laid } = cheapest!.build;
    expect(cheapest!.minor).toBe(drive.price.minor + laid[0]!.price.minor);
    expect(cheapest!.worst.verdict).toBe('clear');
    expect(nearest).toBeNull();
  });

  it('says so when nothing on the shelf is that large, or when nothing of that size fits', () => {
    expect(foreseen(64_000)).toMatchObject({ offered: 0, cheapest: null, nearest: null });
    const none = foreseen(2000, 5e12);
    expect([none.fitting, none.cheapest]).toEqual([0, null]);
    expect(none.nearest?.worst.verdict).toBe('over');
  });
});
