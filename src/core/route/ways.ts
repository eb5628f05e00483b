import { type CarryWay, type DeviceProfile, type WayId, wayIds } from '../device';
import { type Spread, addSpreads } from '../link';
import type { Estimate } from '../margin';
import { chargeNeeded } from './charge';
import { lossesOf } from './losses';

export type RankedWay = {
  id: WayId;
  name: string;
  state: 'possible' | 'impossible' | 'unknown';
  why: string;
  /** Seconds from beginning to end, and of them with hands; null where they cannot be told. */
  whole: Spread | null;
  hands: Spread | null;
  /** Seconds of them that the device works alone, and the charge that takes from its own cell; null where it does not, or has none. */
  alone: Spread | null;
  charge: Estimate | null;
  loses: string[];
  needs: string[];
  /** What must be saved or done before, because of what is known of this job. */
  before: string[];
  /** Whether Jicara leads through it, or the maker’s manual does. */
  isLed: boolean;
};

/** What is known of the job and the bench. Rates in bytes a second; null where nothing is known. */
export type WayFacts = {
  /** Nothing is in the place: there is nothing to copy from it. */
  isEmpty: boolean;
  usedBytes: number | null;
  driveBytes: number;
  dataToKeep: boolean;
  /** Null where nobody knows. */
  isEncrypted: boolean | null;
  /** Seconds that a copy of so many bytes takes there and back, as both drives are connected here; null where no case takes the new one. */
  copyTime: (bytes: number) => Spread | null;
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
      // What is encrypted is copied whole.
      const bytes = facts.isEncrypted ? facts.driveBytes : facts.usedBytes;
      return bytes === null ? null : facts.copyTime(bytes);
    }
    case 'donor':
      return way.bytes === null ? null : facts.copyTime(way.bytes);
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

/** In these the bytes move while the device is on. */
const movesInDevice: readonly WayId[] = ['stick', 'network', 'format'];

function ranked(
  id: WayId,
  led: boolean,
  { ways, unattended, procedure }: RankedProfile,
  facts: WayFacts,
): RankedWay {
  const way = ways?.[id];
  const base = {
    isLed: led,
    id,
    name: wayNames[id],
    whole: null,
    hands: null,
    alone: null,
    charge: null,
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
  if (id === 'copy-on-dock' && facts.isEmpty) return { ...base, state: 'impossible', why: emptyWords };
  if (!way.possible) return { ...base, state: 'impossible', why: way.why };
  const own = addSpreads(minutes(way.hands), minutes(way.alone));
  const bytes = bytesTime(id, way, facts);
  const alone =
    movesInDevice.includes(id) && bytes ? addSpreads(minutes(way.alone), bytes) : minutes(way.alone);
  const before: string[] = [];
  const loses = lossesOf({ ways }, id, facts);
  if (loses.length > 0 && facts.dataToKeep)
    before.push('The owner wants the data kept: make a second copy first.');
  if (id === 'copy-on-dock' && facts.isEncrypted)
    before.push('Encryption is on: switch it off first, or carry it over sealed with its key at hand.');
  if (id === 'copy-on-dock' && facts.isEncrypted === null) before.push('Ask whether encryption is on.');
  return {
    ...base,
    state: 'possible',
    why: way.why,
    whole: bytes && addSpreads(own, bytes),
    hands: minutes(way.hands),
    alone,
    charge: procedure.power === 'cell' && movesInDevice.includes(id) ? chargeNeeded(alone, unattended) : null,
    loses,
    needs: way.needs,
    before,
  };
}

/** The charge that a way takes which the device works through alone, at the usual rates; null where it does not, or nobody knows the way. */
export function chargeOfWay(
  { ways, unattended }: Pick<DeviceProfile, 'ways' | 'unattended'>,
  id: WayId,
): Estimate | null {
  const way = ways?.[id];
  if (!way?.possible || !movesInDevice.includes(id)) return null;
  const rate = id === 'stick' ? usualRates.stick : usualRates.network;
  const bytes =
    way.bytes === null || id === 'format' ? null : moving(way.bytes, rate, id === 'stick' ? 2 : 1);
  const alone = minutes(way.alone);
  return chargeNeeded(bytes ? addSpreads(alone, bytes) : alone, unattended);
}

/** Why nothing is copied on the dock where nothing was in the device. */
export const emptyWords = 'The place was empty: there is nothing to copy.';

/** The way that a job with an empty place begins with: what the device does by itself, else a stick. */
export const wayOfEmpty = (
  profile: Pick<DeviceProfile, 'ways' | 'firstPower'>,
): 'format' | 'network' | 'stick' =>
  (['format', 'network'] as const).find(
    (id) => profile.ways?.[id]?.possible === true && isLed(profile, id),
  ) ?? 'stick';

type RankedProfile = Pick<DeviceProfile, 'ways' | 'firstPower' | 'unattended' | 'procedure'>;

/**
 * All ways for a device, the best first: what is possible before what nobody knows and what is not; where data must be kept,
 * ways that lose nothing before those that do; then the shorter whole time. A way whose time is not known comes last of its kind. A copy from
 * a donor is not offered while Jicara does not lead through it.
 */
export function rankWays(profile: RankedProfile, facts: WayFacts): RankedWay[] {
  const order = { possible: 0, unknown: 1, impossible: 2 } as const;
  const losing = (way: RankedWay) => (facts.dataToKeep && way.loses.length > 0 ? 1 : 0);
  return wayIds
    .filter((id) => id !== 'donor' || isLed(profile, id))
    .map((id) => ranked(id, isLed(profile, id), profile, facts))
    .sort(
      (a, b) =>
        order[a.state] - order[b.state] ||
        losing(a) - losing(b) ||
        (a.whole?.middle ?? Infinity) - (b.whole?.middle ?? Infinity) ||
        wayIds.indexOf(a.id) - wayIds.indexOf(b.id),
    );
}
