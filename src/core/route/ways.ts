import { type CarryWay, type DeviceProfile, type WayId, wayIds } from '../device';
import type { Spread } from '../link';

export type RankedWay = {
  id: WayId;
  name: string;
  state: 'possible' | 'impossible' | 'unknown';
  why: string;
  /** Seconds from beginning to end, and of them with hands; null where they cannot be told. */
  whole: Spread | null;
  hands: Spread | null;
  loses: string[];
  needs: string[];
  /** What must be saved or done before, because of what is known of this job. */
  before: string[];
  /** Whether Jicara leads through it, or the maker’s manual does. */
  isLed: boolean;
};

/** What is known of the job and the bench. Rates in bytes a second; null where nothing is known. */
export type WayFacts = {
  usedBytes: number | null;
  driveBytes: number;
  dataToKeep: boolean;
  /** Null where nobody knows. */
  isEncrypted: boolean | null;
  /** The rates that a copy with the bench's best case keeps up. */
  copyRate: Spread | null;
  stickRate: Spread;
  networkRate: Spread;
};

/** Sticks write at about these rates, and the workshop's network brings these: named defaults until the logbook knows the bench's own. */
export const usualRates = {
  stick: { least: 15e6, middle: 35e6, most: 90e6 },
  network: { least: 2e6, middle: 6e6, most: 20e6 },
} as const;

export const wayNames: Readonly<Record<WayId, string>> = Object.freeze({
  'copy-on-dock': 'Copy on the dock',
  stick: 'Fresh, from a stick',
  network: 'Fresh, over the network',
  format: 'Format in the device',
  donor: 'Copy from a donor',
});

const minutes = ({ least, middle, most }: Spread): Spread => ({
  least: least * 60,
  middle: middle * 60,
  most: most * 60,
});
const plus = (a: Spread, b: Spread): Spread => ({
  least: a.least + b.least,
  middle: a.middle + b.middle,
  most: a.most + b.most,
});
/** Seconds for bytes: the slowest rate takes the longest. */
const moving = (bytes: number, rate: Spread, passes: number): Spread => ({
  least: (passes * bytes) / rate.most,
  middle: (passes * bytes) / rate.middle,
  most: (passes * bytes) / rate.least,
});

function bytesTime(id: WayId, way: Extract<CarryWay, { possible: true }>, facts: WayFacts): Spread | null {
  const none = { least: 0, middle: 0, most: 0 };
  switch (id) {
    case 'copy-on-dock': {
      // What is encrypted is copied whole; the way there and back are two passes.
      const bytes = facts.isEncrypted ? facts.driveBytes : facts.usedBytes;
      return bytes === null || !facts.copyRate ? null : moving(bytes, facts.copyRate, 2);
    }
    case 'donor':
      return way.bytes === null || !facts.copyRate ? null : moving(way.bytes, facts.copyRate, 2);
    case 'stick':
      return way.bytes === null ? null : moving(way.bytes, facts.stickRate, 2);
    case 'network':
      return way.bytes === null ? null : moving(way.bytes, facts.networkRate, 1);
    case 'format':
      return none;
  }
}

/** Whether Jicara leads through a way on this device, or leaves it to the maker’s manual. */
export function isLed({ firstPower }: Pick<DeviceProfile, 'firstPower'>, id: WayId): boolean {
  switch (id) {
    case 'copy-on-dock':
    case 'stick':
      return true;
    case 'network':
      return firstPower.network.length > 0;
    case 'format':
      return firstPower.format.length > 0;
    case 'donor':
      return false;
  }
}

function ranked(id: WayId, led: boolean, way: CarryWay | undefined, facts: WayFacts): RankedWay {
  const base = {
    isLed: led,
    id,
    name: wayNames[id],
    whole: null,
    hands: null,
    loses: [],
    needs: [],
    before: [],
  };
  if (!way)
    return {
      ...base,
      state: 'unknown',
      why: 'Nobody has written down whether this device can: look into its manual.',
    };
  if (!way.possible) return { ...base, state: 'impossible', why: way.why };
  const own = plus(minutes(way.hands), minutes(way.alone));
  const bytes = bytesTime(id, way, facts);
  const before: string[] = [];
  if (way.loses.length > 0 && facts.dataToKeep)
    before.push('The owner wants the data kept: make a second copy first.');
  if (id === 'copy-on-dock' && facts.isEncrypted)
    before.push('Encryption is on: switch it off first, or all blocks must be copied.');
  if (id === 'copy-on-dock' && facts.isEncrypted === null) before.push('Ask whether encryption is on.');
  return {
    ...base,
    state: 'possible',
    why: way.why,
    whole: bytes && plus(own, bytes),
    hands: minutes(way.hands),
    loses: way.loses,
    needs: way.needs,
    before,
  };
}

/**
 * All ways for a device, the best first: what is possible before what nobody knows and what is not; where data must be kept,
 * ways that lose nothing before those that do; then the shorter whole time. A way whose time is not known comes last of its kind.
 */
export function rankWays(profile: Pick<DeviceProfile, 'ways' | 'firstPower'>, facts: WayFacts): RankedWay[] {
  const order = { possible: 0, unknown: 1, impossible: 2 } as const;
  const losing = (way: RankedWay) => (facts.dataToKeep && way.loses.length > 0 ? 1 : 0);
  return wayIds
    .map((id) => ranked(id, isLed(profile, id), profile.ways?.[id], facts))
    .sort(
      (a, b) =>
        order[a.state] - order[b.state] ||
        losing(a) - losing(b) ||
        (a.whole?.middle ?? Infinity) - (b.whole?.middle ?? Infinity) ||
        wayIds.indexOf(a.id) - wayIds.indexOf(b.id),
    );
}
