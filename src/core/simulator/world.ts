import { type DeviceProfile, type WayId, deviceFaultIds, mainPlace } from '../device';
import { type CaseMinutes, caseMinutes, checks as commonChecks } from './check';
import { type DeviceFault, deviceFaults, inOrder } from './device-fault';

/** How often what a person sees and enters is not what was there: a named default, as the measured cases have it. */
export const misreadShare = 0.05;

/** What a job says of what can be wrong: the way its system came across, and whether there is an old drive to go back to. */
export type Circumstances = { route?: WayId | null; hasOldDrive?: boolean };

/** A fault as one device can have it. */
export type WorldFault = Pick<DeviceFault, 'name' | 'weight' | 'remedy' | 'mend'> & { id: string };

/** A check as it is done on one device. */
export type WorldCheck = {
  id: string;
  ask: string;
  /** What can be seen, each in words, the gravest first. */
  outcomes: Readonly<Record<string, string>>;
  /** What a sound device shows. */
  sound: string;
  /** Minutes, counting opening and closing. */
  minutes: number;
  misread: number;
  /** Faults that doing it mends by the way. */
  mends: readonly string[];
  /** Whether it looks at the state of a part, which a fault that nobody listed leaves as it was; else at how the device behaves. */
  isOfPart: boolean;
};

const ofParts = ['look-inside', 'read-drive', 'charge-light'];
const ribbons = ['flip', 'slide', 'lift'];

/** Whether the procedure itself moves the fan. */
const movesFan = ({ open, cables }: DeviceProfile['procedure']): boolean =>
  cables.some(({ id }) => id.includes('fan')) ||
  open.some(({ effects }) =>
    effects.some(({ fact }) => fact.startsWith('fan.') && fact !== 'fan.covered' && fact !== 'fan.clean'),
  );

/** The common faults that this device can have after such a job: none of a part that it does not have, none whose remedy it cannot do. */
function common(profile: DeviceProfile, { route }: Circumstances): WorldFault[] {
  const { procedure, firstPower, diagnosis } = profile;
  const isSystem = mainPlace(profile).role === 'system';
  const isCopy = route == null || route === 'copy-on-dock' || route === 'donor';
  const can: Partial<Record<string, boolean>> = {
    'battery-plug': procedure.power !== 'mains',
    ribbon: procedure.cables.some(({ latch }) => ribbons.includes(latch)),
    'fan-plug': movesFan(procedure),
    'boot-entry': isSystem && firstPower.menuKeys !== null,
    'half-copied': isSystem && isCopy,
    'no-efi': isSystem && isCopy,
    encrypted: isSystem && isCopy,
  };
  return deviceFaults
    .filter(({ id }) => can[id] !== false && !diagnosis.never.includes(id))
    .map(({ id, name, weight, remedy, mend }) => ({
      id,
      name,
      weight: firstPower.faultWeights[id] ?? weight,
      remedy:
        id === 'charger' && procedure.power === 'mains'
          ? 'Take another mains cable, at another socket.'
          : remedy,
      mend,
    }));
}

/** At the key: no picture, so no menu, no start from a stick, and none from the drive that was in it before. */
const looksDead = ['dark', 'dark-with-sound', 'goes-out'];
const underDead: Readonly<Record<string, string>> = {
  'boot-menu': 'no-menu',
  'from-stick': 'not',
  'old-drive': 'not',
};

/** What a fault of a device's own shows where its profile does not say so: it does not start by waiting, and what is dark shows nothing. */
const follows = (shows: Readonly<Record<string, string>>, check: string): string | null =>
  check === 'wait' ? 'still' : looksDead.includes(shows.press ?? '') ? (underDead[check] ?? null) : null;

/** What can be wrong with one device after one job, and what can be looked at. */
export class World {
  readonly faults: readonly WorldFault[];
  readonly checks: readonly WorldCheck[];
  readonly times: CaseMinutes;

  constructor(
    readonly profile: DeviceProfile,
    circumstances: Circumstances = {},
  ) {
    const { diagnosis } = profile;
    this.times = caseMinutes(profile);
    this.faults = [...common(profile, circumstances), ...diagnosis.faults];
    this.checks = [...this.commonChecks(circumstances), ...this.ownChecks()];
  }

  private commonChecks({ hasOldDrive }: Circumstances): WorldCheck[] {
    const { profile, times } = this;
    const { menuKeys } = profile.firstPower;
    const isSystem = mainPlace(profile).role === 'system';
    const can: Partial<Record<string, boolean>> = {
      'boot-menu': menuKeys !== null,
      'from-stick': menuKeys !== null && profile.ways?.stick?.possible === true,
      'old-drive': isSystem && hasOldDrive !== false,
    };
    const has = (id: string) => this.faults.some((fault) => fault.id === id);
    /** Outcomes of parts that this device does not have are not offered. */
    const never: Record<string, string> = { battery: 'battery-plug', ribbon: 'ribbon', fan: 'fan-plug' };
    return commonChecks
      .filter(({ id }) => can[id] !== false)
      .map((check) => ({
        id: check.id,
        ask:
          check.id === 'charge-light' && profile.procedure.power === 'mains'
            ? 'Look at the stand-by light, at another socket too'
            : check.ask,
        outcomes:
          check.id === 'look-inside'
            ? Object.fromEntries(
                Object.entries(check.outcomes).filter(([outcome]) => !never[outcome] || has(never[outcome])),
              )
            : check.outcomes,
        sound: check.observe(profile, inOrder()),
        minutes: check.minutes(profile, times),
        misread: misreadShare,
        mends: (check.mends ?? []).filter(has),
        isOfPart: ofParts.includes(check.id),
      }));
  }

  private ownChecks(): WorldCheck[] {
    const { open, close } = this.times;
    return this.profile.diagnosis.checks.map((check) => ({
      id: check.id,
      ask: check.ask,
      outcomes: Object.fromEntries(check.outcomes.map(({ id, words }) => [id, words])),
      sound: check.sound,
      minutes: check.minutes + (check.open ? open + close : 0),
      misread: check.misread ?? misreadShare,
      mends: check.mends,
      isOfPart: true,
    }));
  }

  check = (id: string): WorldCheck | null => this.checks.find((one) => one.id === id) ?? null;
  fault = (id: string): WorldFault | null => this.faults.find((one) => one.id === id) ?? null;

  /** Minutes that a remedy takes, with opening and closing where it wants them, and a press to see what came of it. */
  mendMinutes = ({ id, mend }: WorldFault): number =>
    // A slow start is left alone until the worry point.
    id === 'slow-start'
      ? (this.check('wait')?.minutes ?? mend.minutes)
      : mend.minutes + 1 + (mend.open ? this.times.open + this.times.close : 0);

  /** What was looked at, held against what a fault shows that was then found: which of the checks were read otherwise. */
  readings(
    seen: readonly ({ check: string; outcome: string } | { mended: string })[],
    fault: string,
  ): { checkId: string; isMisread: boolean }[] {
    return seen.flatMap((one) => {
      if (!('check' in one)) return [];
      const check = this.check(one.check);
      if (!check) return [];
      return [{ checkId: check.id, isMisread: this.shows(check, [fault]) !== one.outcome }];
    });
  }

  /**
   * What a check shows while these faults are there: of the common ones what the simulated device shows, of the profile’s own what it
   * states; of two the graver one, in the order of the check’s outcomes.
   */
  shows(check: WorldCheck, faults: readonly string[]): string {
    const of = commonChecks.find(({ id }) => id === check.id);
    const own = this.profile.diagnosis;
    const known = deviceFaults.filter(({ id }) => faults.includes(id));
    const seen: string[] = [];
    if (of) {
      const condition = known.reduce((made, fault) => fault.change(made), inOrder());
      seen.push(of.observe(this.profile, condition));
    }
    const ownCheck = own.checks.find(({ id }) => id === check.id);
    for (const id of faults) {
      const fault = own.faults.find((one) => one.id === id);
      const stated =
        ownCheck?.shows[id] ?? fault?.shows[check.id] ?? (fault && follows(fault.shows, check.id));
      if (stated != null) seen.push(stated);
    }
    const order = Object.keys(check.outcomes);
    const rank = (outcome: string) => (outcome === check.sound ? Infinity : order.indexOf(outcome));
    return seen
      .filter((outcome) => outcome in check.outcomes)
      .reduce((gravest, one) => (rank(one) < rank(gravest) ? one : gravest), check.sound);
  }
}

export const isCommonFault = (id: string): boolean => (deviceFaultIds as readonly string[]).includes(id);
