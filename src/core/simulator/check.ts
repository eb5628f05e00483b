import type { DeviceProfile } from '../device';
import { wayBack, wayIn } from '../work';
import type { Condition, DeviceFaultId } from './device-fault';
import { settle, showDevice } from './device-run';
import { firstLooks } from './first-looks';
import type { Inside } from './inside';

export const checkIds = [
  'press',
  'wait',
  'charge-light',
  'boot-menu',
  'from-stick',
  'look-inside',
  'read-drive',
  'old-drive',
] as const;
export type CheckId = (typeof checkIds)[number];

/** Minutes that this device takes to be opened as far as its board, and closed again. */
export type CaseMinutes = { open: number; close: number };

export type Check = {
  id: CheckId;
  ask: string;
  /** What can be seen, each in words. */
  outcomes: Readonly<Record<string, string>>;
  /** Minutes, counting opening and closing the case. */
  minutes: (profile: DeviceProfile, times: CaseMinutes) => number;
  /** Faults that doing it mends by the way: who looks at a plug pushes it home. */
  mends?: readonly DeviceFaultId[];
  /** What the simulated device shows; one of `outcomes`. */
  observe: (profile: DeviceProfile, condition: Condition) => string;
};

export function caseMinutes({ procedure }: Pick<DeviceProfile, 'procedure'>): CaseMinutes {
  const sum = (acts: { minutes: number }[]) => acts.reduce((total, { minutes }) => total + minutes, 0);
  return { open: sum(wayIn(procedure)), close: sum(wayBack(procedure)) };
}

const stamp = { at: '2026-01-01T00:00:00.000Z', by: '' };
/** A device that was closed as it should be; what is wrong with it nobody sees. */
const closed = Object.fromEntries(
  ['charger.connected', 'mains.plugged', 'battery.connected', 'battery.in', 'drive.inserted'].map((fact) => [
    fact,
    { value: true, ...stamp },
  ]),
);

const insideOf = ({ wrong, drive }: Condition): Inside => ({
  facts: closed,
  drive,
  driveName: 'New drive',
  accepts: 'yes',
  stick: null,
  fresh: null,
  wrong,
  chainBytesPerS: 1e9,
  luck: 0.5,
});

const showsAScreen = ({ wrong }: Condition): boolean =>
  !['power.comes', 'battery.home', 'board.alive', 'fan.home', 'ribbon.latched'].some((name) =>
    wrong.has(name),
  );

const all: Check[] = [
  {
    id: 'press',
    ask: 'Press the power key and look',
    outcomes: Object.fromEntries(Object.entries(firstLooks).map(([id, { words }]) => [id, words])),
    minutes: () => 1,
    observe: (profile, condition) => settle(profile, insideOf(condition)).code ?? 'sign-stays',
  },
  {
    id: 'wait',
    ask: 'Leave it alone until the worry point',
    outcomes: { started: 'it started', still: 'still the same' },
    minutes: ({ firstPower }) =>
      Math.max(1, firstPower.phases.reduce((sum, { worryS }) => sum + worryS, 0) / 60),
    mends: ['slow-start'],
    observe: (profile, condition) =>
      settle(profile, insideOf(condition), true).code === 'started' ? 'started' : 'still',
  },
  {
    id: 'charge-light',
    ask: 'Look at the charge or stand-by light, with another cable too',
    outcomes: { steady: 'lights as it should', none: 'no light', blinks: 'blinks or goes out' },
    minutes: () => 2,
    observe: (_, { wrong }) =>
      wrong.has('power.comes') || wrong.has('board.alive')
        ? 'none'
        : wrong.has('battery.home')
          ? 'blinks'
          : 'steady',
  },
  {
    id: 'boot-menu',
    ask: 'Open the boot menu by its keys',
    outcomes: {
      'lists-start': 'lists the drive to start from',
      'drive-only': 'sees the drive, nothing to start on it',
      'no-drive': 'lists no drive',
      'no-menu': 'no menu comes',
    },
    minutes: () => 2,
    observe: (profile, condition) => {
      const [dark] = profile.firstPower.phases;
      const { menu } = showDevice(profile, insideOf(condition), { menu: true, presses: [] }, dark!.usualS);
      if (!menu) return 'no-menu';
      if (!menu.some(({ id }) => id === 'drive')) return 'no-drive';
      return condition.drive!.startFile === 'found' ? 'lists-start' : 'drive-only';
    },
  },
  {
    id: 'from-stick',
    ask: 'Start from a stick that is known to start',
    outcomes: { starts: 'it starts from the stick', not: 'it does not' },
    minutes: () => 4,
    observe: (_, condition) => (showsAScreen(condition) ? 'starts' : 'not'),
  },
  {
    id: 'look-inside',
    ask: 'Open it and push every plug, latch and the drive home',
    outcomes: {
      battery: 'the battery’s plug was not home',
      drive: 'the drive was not home',
      ribbon: 'a ribbon was not latched',
      fan: 'the fan was not plugged or in its place',
      'all-home': 'everything is home',
    },
    minutes: (_, { open, close }) => open + close + 3,
    mends: ['battery-plug', 'drive-seat', 'ribbon', 'fan-plug'],
    observe: (_, { wrong }) =>
      wrong.has('battery.home')
        ? 'battery'
        : wrong.has('drive.seated')
          ? 'drive'
          : wrong.has('ribbon.latched')
            ? 'ribbon'
            : wrong.has('fan.home')
              ? 'fan'
              : 'all-home',
  },
  {
    id: 'read-drive',
    ask: 'Take the new drive out and read it on the dock',
    outcomes: {
      whole: 'whole, would start',
      'not-whole': 'a partition cannot be read',
      'no-efi': 'no EFI partition or start file',
      sealed: 'its system partition is encrypted',
      dead: 'it is not seen',
    },
    minutes: (_, { open, close }) => open + close + 5,
    observe: (_, { wrong, drive }) =>
      wrong.has('drive.alive')
        ? 'dead'
        : drive?.startFile !== 'found'
          ? 'no-efi'
          : drive.mainFileSystemBytes === null
            ? 'not-whole'
            : wrong.has('system.unsealed')
              ? 'sealed'
              : 'whole',
  },
  {
    id: 'old-drive',
    ask: 'Put the old drive back and switch on',
    outcomes: { starts: 'it starts', not: 'it does not' },
    minutes: (_, { open, close }) => open + close + 4,
    // The drive is seated anew, and its own system is on it.
    observe: (_, { wrong }) =>
      ['power.comes', 'battery.home', 'board.alive', 'fan.home', 'ribbon.latched', 'boot-entry.kept'].some(
        (name) => wrong.has(name),
      )
        ? 'not'
        : 'starts',
  },
];

export const checks: readonly Check[] = Object.freeze(all);

export const checkOf = (id: CheckId): Check => checks.find((check) => check.id === id)!;
