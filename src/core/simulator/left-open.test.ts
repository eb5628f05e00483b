import atrium from '../../../demo/devices/quenlo-atrium.json';
import heron from '../../../demo/devices/braskit-heron.json';
import osprey from '../../../demo/devices/braskit-osprey.json';
import plover from '../../../demo/devices/braskit-plover.json';
import reed from '../../../demo/devices/vellamar-reed.json';
import skein from '../../../demo/devices/vellamar-skein.json';
import vault from '../../../demo/devices/quenlo-vault.json';
import wren from '../../../demo/devices/braskit-wren.json';
import { DeviceProfile } from '../device';
import {
  type Facts,
  allSteps,
  cableFact,
  deviceFact,
  foldFacts,
  screwFact,
  screwsAtStart,
  variantsOf,
} from '../work';
import { freshContents } from './contents';
import { settle } from './device-run';
import type { Inside } from './inside';
import { leftOpen } from './left-open';

const profiles = [atrium, heron, osprey, plover, reed, skein, vault, wren].map((data) =>
  DeviceProfile.parse(data),
);
const stamp = { at: '2026-11-24T08:00:00.000Z', by: 'IM' };

/** Facts as closing leaves them, with everything plugged in that first power wants. */
function closed(profile: DeviceProfile): Facts {
  const { procedure, firstPower } = profile;
  const steps = allSteps(procedure, variantsOf(procedure)[0]);
  return foldFacts(
    [
      ...screwsAtStart(procedure),
      ...steps.flatMap(({ effects }) => effects),
      ...firstPower.cables.map(({ fact }) => ({ fact, value: true })),
      { fact: 'drive.inserted' as const, value: true },
      { fact: 'charger.connected' as const, value: true },
    ].map((setting) => ({ ...setting, ...stamp })),
  );
}
const but = (facts: Facts, fact: keyof Facts, value: boolean): Facts => ({
  ...facts,
  [fact]: { value, ...stamp },
});
const inside = (facts: Facts): Inside => ({
  facts,
  drive: freshContents(1e12, 3, 9e11),
  driveName: 'new drive',
  accepts: 'yes',
  stick: null,
  fresh: null,
  wrong: new Set(),
  chainBytesPerS: 1e9,
  luck: 0.5,
});
const shown = (profile: DeviceProfile, facts: Facts) => settle(profile, inside(facts), true);

describe.each(profiles.map((profile) => [profile.name, profile] as const))('%s', (_, profile) => {
  const facts = closed(profile);

  it('shows nothing amiss once it is closed', () => {
    expect(leftOpen(profile, facts)).toEqual([]);
    expect(shown(profile, facts)).toMatchObject({ outcome: 'started', hint: null });
  });

  it('shows each cable that is off by what it does without it', () => {
    for (const cable of profile.procedure.cables) {
      const fact = cableFact(cable);
      if (fact === 'battery.connected') continue;
      const off = shown(profile, but(facts, fact, false));
      const without = cable.without?.what ?? 'works';
      expect([cable.id, off.code]).toEqual([
        cable.id,
        {
          works: 'started',
          dark: 'dark',
          'no-picture': 'dark-with-sound',
          'goes-out': 'goes-out',
          'no-storage': 'no-storage',
        }[without],
      ]);
      expect(off.hint).toContain(cable.without?.sentence ?? cable.where);
    }
  });

  it('tells of a fastener, the cover and each piece that is not back', () => {
    const group = profile.procedure.fasteners.find(({ count }) => count > 0)!;
    expect(shown(profile, but(facts, screwFact(group.id, 1), false)).hint).toContain('1 fastener is not in');
    expect(shown(profile, but(facts, 'cover.on', false)).hint).toContain('Its cover is off');
  });
});

it.each([
  ['Plover', 'foil.on'],
  ['Vault', 'optical.in'],
  ['Vault', 'fan.in'],
  ['Atrium', 'lid.on'],
  ['Wren', 'shield.on'],
])('%s without %s says so and starts', (name, fact) => {
  const profile = profiles.find((one) => one.name === name)!;
  const left = shown(profile, but(closed(profile), deviceFact(fact), false));
  expect(left.outcome).toBe('started');
  expect(left.hint).toContain('Left as it was while it lay open');
});
