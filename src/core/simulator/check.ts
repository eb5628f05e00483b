import type { DeviceProfile } from '../device';
import { wayBack, wayIn } from '../work';
import type { Condition, FaultId } from './fault';
import { switchOn } from './switch-on';
import type { Facts } from '../work';

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
  mends?: readonly FaultId[];
  /** What the simulated device shows; one of `outcomes`. */
  observe: (profile: DeviceProfile, condition: Condition) => string;
};

export function caseMinutes({ procedure }: Pick<DeviceProfile, 'procedure'>): CaseMinutes {
  const sum = (acts: { minutes: number }[]) => acts.reduce((total, { minutes }) => total + minutes, 0);
  return { open: sum(wayIn(procedure)), close: sum(wayBack(procedure)) };
}

const stamp = { at: '2026-01-01T00:00:00.000Z', by: '' };

/** The facts that `switchOn` knows, made from what is wrong. */
function factsOf({ wrong }: Condition): Facts {
  const facts: Record<string, boolean> = {
    'charger.connected': !wrong.has('power.comes') && !wrong.has('battery.home'),
    'battery.connected': !wrong.has('battery.home') && !wrong.has('power.comes'),
    'battery.in': true,
    'fan.aside': wrong.has('fan.home'),
    'drive.inserted': !wrong.has('drive.seated') && !wrong.has('drive.alive'),
  };
  return Object.fromEntries(Object.entries(facts).map(([fact, value]) => [fact, { value, ...stamp }]));
}

/** What one sees when it is switched on: the same simulated device as at First power, and what its screen hides. */
function press(profile: DeviceProfile, condition: Condition): string {
  const { wrong, drive } = condition;
  const shown = switchOn(profile, factsOf(condition), drive, 1e9, 0.5);
  const powerless = wrong.has('power.comes') || wrong.has('battery.home') || wrong.has('board.alive');
  if (powerless) return 'dark';
  if (wrong.has('fan.home')) return 'goes-out';
  if (wrong.has('ribbon.latched')) return 'dark-with-sound';
  if (wrong.has('start.quick')) return 'sign-stays';
  if (shown.outcome === 'no-start-device')
    return shown.shows === 'NO STORAGE FOUND' ? 'no-storage' : 'nothing-to-start';
  if (wrong.has('boot-entry.kept')) return 'nothing-to-start';
  if (wrong.has('system.unsealed')) return 'asks-key';
  return shown.outcome === 'does-not-finish' ? 'sign-stays' : 'started';
}

const sees = (condition: Condition) => {
  const { wrong } = condition;
  const powered = !['power.comes', 'battery.home', 'board.alive', 'fan.home'].some((name) => wrong.has(name));
  const screen = powered && !wrong.has('ribbon.latched');
  const driveSeen = condition.drive !== null && !wrong.has('drive.seated') && !wrong.has('drive.alive');
  return { powered, screen, driveSeen };
};

const all: Check[] = [
  {
    id: 'press',
    ask: 'Press the power key and look',
    outcomes: {
      dark: 'dark, no sound',
      'dark-with-sound': 'dark, but fan or sound',
      'goes-out': 'goes out again after a second',
      'sign-stays': 'the maker’s sign stays',
      'no-storage': 'says that there is no storage',
      'nothing-to-start': 'says that there is nothing to start from',
      'asks-key': 'asks for a recovery key',
      started: 'it starts',
    },
    minutes: () => 1,
    observe: press,
  },
  {
    id: 'wait',
    ask: 'Leave it alone until the worry point',
    outcomes: { started: 'it started', still: 'still the same' },
    minutes: ({ firstPower }) =>
      Math.max(1, firstPower.phases.reduce((sum, { worryS }) => sum + worryS, 0) / 60),
    observe: (profile, { wrong, drive }) => {
      const without = new Set([...wrong].filter((name) => name !== 'start.quick'));
      return press(profile, { wrong: without, drive }) === 'started' ? 'started' : 'still';
    },
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
    observe: (_, condition) => {
      const { screen, driveSeen } = sees(condition);
      if (!screen) return 'no-menu';
      if (!driveSeen) return 'no-drive';
      return condition.drive!.startFile === 'found' ? 'lists-start' : 'drive-only';
    },
  },
  {
    id: 'from-stick',
    ask: 'Start from a stick that is known to start',
    outcomes: { starts: 'it starts from the stick', not: 'it does not' },
    minutes: () => 4,
    observe: (_, condition) => (sees(condition).screen ? 'starts' : 'not'),
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
      'not-whole': 'a part cannot be read',
      'no-efi': 'no EFI part or start file',
      sealed: 'its system part is encrypted',
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
