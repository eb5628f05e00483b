import fc from 'fast-check';
import osprey from '../../../demo/devices/braskit-osprey.json';
import vault from '../../../demo/devices/quenlo-vault.json';
import skein from '../../../demo/devices/vellamar-skein.json';
import { DeviceProfile } from '../device';
import type { Spread } from '../link';
import { type WayFacts, rankWays, usualRates } from '.';

const there = (rate: Spread) => (bytes: number) => ({
  least: (2 * bytes) / rate.most,
  middle: (2 * bytes) / rate.middle,
  most: (2 * bytes) / rate.least,
});
const profiles = [osprey, vault, skein].map((data) => DeviceProfile.parse(data));
const facts: WayFacts = {
  isEmpty: false,
  usedBytes: 389e9,
  driveBytes: 512e9,
  dataToKeep: true,
  isEncrypted: false,
  copyTime: there({ least: 500e6, middle: 800e6, most: 900e6 }),
  stickRate: usualRates.stick,
  networkRate: usualRates.network,
};
const rank = (more: Partial<WayFacts> = {}, profile = profiles[0]!) =>
  rankWays(profile, { ...facts, ...more });
const ids = (...args: Parameters<typeof rank>) => rank(...args).map(({ id }) => id);

describe('which way', () => {
  it('is the copy where data must be kept; fresh ways follow, with what is lost said before', () => {
    const [first, second] = rank();
    expect(first).toMatchObject({ id: 'copy-on-dock', loses: [], before: [] });
    expect(second!.loses).not.toEqual([]);
    expect(second!.before[0]).toContain('second copy');
  });

  it('changes its order when a fact changes: a slow case, nothing to keep, encryption on', () => {
    const slow = { copyTime: there({ least: 20e6, middle: 38e6, most: 40e6 }) };
    expect(ids({ ...slow, dataToKeep: false })[0]).not.toBe('copy-on-dock');
    expect(ids(slow)[0]).toBe('copy-on-dock');
    const sealed = rank({ isEncrypted: true }).find(({ id }) => id === 'copy-on-dock')!;
    const open = rank().find(({ id }) => id === 'copy-on-dock')!;
    expect(sealed.whole!.middle).toBeGreaterThan(open.whole!.middle);
    expect(sealed.before[0]).toContain('Encryption is on');
  });

  it('follows the profile: a paired drive takes a copy, no donor that nobody is led through, a recorder formats by itself', () => {
    const possible = (profile: DeviceProfile) =>
      rank({}, profile)
        .filter(({ state }) => state === 'possible')
        .map(({ id }) => id);
    expect(possible(profiles[1]!)).toEqual(['copy-on-dock']);
    expect(possible(profiles[2]!)).toEqual(['copy-on-dock', 'format']);
  });

  it('claims nothing where nobody has written anything down, and no time where it is not known', () => {
    expect(
      rankWays({ ...profiles[0]!, ways: null }, facts).every(
        ({ state, whole }) => state === 'unknown' && whole === null,
      ),
    ).toBe(true);
    expect(rank({ usedBytes: null }).find(({ id }) => id === 'copy-on-dock')!.whole).toBeNull();
  });

  it('adds the ranges: works out 389 GB there and back at 800 MB/s, plus eight minutes', () => {
    // 2 × 389e9 / 800e6 = 972.5 s; hands 6 min and 2 min alone.
    expect(rank()[0]!.whole!.middle).toBeCloseTo(972.5 + 480);
  });

  it('has ranges in order, whatever is known', () => {
    const number = fc.double({ min: 1e5, max: 1e12, noNaN: true });
    fc.assert(
      fc.property(number, fc.boolean(), fc.option(fc.boolean()), (usedBytes, dataToKeep, isEncrypted) =>
        profiles.every((profile) =>
          rank({ usedBytes, dataToKeep, isEncrypted }, profile).every(({ whole, hands }) =>
            [whole, hands].every((time) => !time || (time.least <= time.middle && time.middle <= time.most)),
          ),
        ),
      ),
    );
  });
});
