import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { DeviceProfile, placeOf } from '../device';
import { usualWorkload } from '../heat';
import { Adapter, DockCase, Drive, Heatsink, Pad } from '../part';
import { type Build, type Setting, bare, settingOf } from '.';

const demo = (...path: string[]) => join(__dirname, '../../../demo', ...path);
const json = (...path: string[]): unknown[] => JSON.parse(readFileSync(demo(...path), 'utf8')) as unknown[];

/** The parts and devices that ship with the product, parsed as any import is. */
export const drives = json('parts', 'drives.json').map((data) => Drive.parse(data));
export const pads = json('parts', 'pads.json').map((data) => Pad.parse(data));
export const sinks = json('parts', 'heatsinks.json').map((data) => Heatsink.parse(data));
export const adapters = json('parts', 'adapters.json').map((data) => Adapter.parse(data));
export const cases = json('parts', 'cases.json').map((data) => DockCase.parse(data));
export const profiles = readdirSync(demo('devices')).map((name) =>
  DeviceProfile.parse(json('devices', name)),
);

const found = <T extends { id: string }>(list: T[], id: string): T => list.find((entry) => entry.id === id)!;
export const drive = (id: string) => found(drives, id);
export const pad = (id: string) => found(pads, id);
export const sink = (id: string) => found(sinks, id);
export const profile = (id: string) => found(profiles, id);

export const origin = { kind: 'measured', note: 'test' } as const;
export const old = { labelGB: 512, usedBytes: 400e6, dataToKeep: true };

export const setting = (profileId: string, more: Partial<Setting> = {}): Setting => {
  const device = profile(profileId);
  return settingOf(device, { old, workload: usualWorkload(placeOf(device, more.placeId)), ...more });
};

/** The Osprey with the Marl and its pad: the build that the worked examples are about. */
export const marl = (more: Partial<Build> = {}): Build => ({
  ...bare(drive('ostrel-marl-2000')),
  pads: [pad('lindrel-soft-250')],
  ...more,
});
