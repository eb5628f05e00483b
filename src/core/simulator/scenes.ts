import type { DevicePrompt, DeviceProfile, PowerPhase } from '../device';
import { isTrue } from '../work';
import type { DriveContents } from './contents';
import { leftOpen, withoutCable } from './left-open';
import { type Inside, type MenuEntry, bootMenu, powerless, seesDrive } from './inside';
import type { ShownCode } from './shown-codes';
import type { SwitchedOn } from './switched-on';

/** What the hands do at a device that is on: a line of its menu, an answer to its prompt, or any key at the wrong moment. */
export const pressKeys = ['drive', 'stick', 'network', 'accept', 'refuse', 'touch'] as const;
export type PressKey = (typeof pressKeys)[number];
/** A press, seconds after it was switched on. */
export type Press = { atS: number; key: PressKey };

/** What a device that is on shows at a moment. */
export type Shown = {
  shows: string;
  hint: string | null;
  /** The silent phase it is in, and since when, seconds after switching on. */
  phase: (PowerPhase & { sinceS: number; leaveAlone: boolean }) | null;
  menu: MenuEntry[] | null;
  prompt: DevicePrompt | null;
  /** Null while it works and nobody need worry. */
  code: ShownCode | null;
  /** When something else is shown by itself, seconds after switching on; null where nothing comes. */
  changesAtS: number | null;
  /** True once the device has formatted or restored its drive by itself. */
  wroteDrive: boolean;
  readings: SwitchedOn['readings'];
};

type ListName = 'start' | 'network' | 'format';
/** Where a device is: in a phase, stuck in one, at its menu, asking, or come to something. */
export type Scene =
  | { name: 'phase'; list: ListName; index: number; menu: boolean }
  | { name: 'stuck'; list: ListName; index: number; code: ShownCode; shows: string; hint: string }
  | { name: 'menu' }
  | { name: 'prompt'; prompt: DevicePrompt; then: Scene }
  | { name: 'end'; code: ShownCode; shows: string; hint: string | null };
export type Placed = Scene & { sinceS: number };

/** A prompt that is rightly left alone goes away by itself after this long, s: a named default. */
const promptLeavesAfterS = 30;
/** A device whose fan is missing stops itself about this soon, s. */
const goesOutAfterS = 1;
/** A first start that is slow without a fault takes this many times its worry length. */
const slowTimes = 1.5;

const end = (code: ShownCode, shows: string, hint: string | null): Scene => ({
  name: 'end',
  code,
  shows,
  hint,
});

/** The simulated device: a function of what it is made of, what was pressed, and the time since it was switched on. */
export class Device {
  wroteDrive = false;

  constructor(
    readonly profile: DeviceProfile,
    readonly inside: Inside,
  ) {}

  get drive(): DriveContents | null {
    return this.wroteDrive ? this.inside.fresh : this.inside.drive;
  }

  phases(list: ListName): PowerPhase[] {
    const { phases, network, format } = this.profile.firstPower;
    return { start: phases, network, format }[list];
  }

  /** The key is pressed. */
  on(menu: boolean): Scene {
    const stuck = (code: ShownCode, shows: string, hint: string): Scene => ({
      name: 'stuck',
      list: 'start',
      index: 0,
      code,
      shows,
      hint,
    });
    const why = powerless(this.profile, this.inside);
    if (why) return stuck('dark', 'Dark, no sound', why);
    const dark = withoutCable(this.profile, this.inside.facts, 'dark');
    if (dark) return stuck('dark', 'Dark, no sound', dark);
    const noPicture = withoutCable(this.profile, this.inside.facts, 'no-picture');
    if (noPicture) return stuck('dark-with-sound', 'Dark, but the fan turns', noPicture);
    if (this.inside.wrong.has('ribbon.latched'))
      return stuck(
        'dark-with-sound',
        'Dark, but the fan turns',
        'It runs and shows nothing: a ribbon is not latched.',
      );
    return { name: 'phase', list: 'start', index: 0, menu };
  }

  private get fanIsMissing(): boolean {
    const { facts, wrong } = this.inside;
    return (
      isTrue(facts, 'fan.aside') ||
      wrong.has('fan.home') ||
      withoutCable(this.profile, facts, 'goes-out') !== null
    );
  }

  /** How long a scene lasts by itself, s; Infinity where it waits for hands, or for ever. */
  lastsS(scene: Scene): number {
    switch (scene.name) {
      case 'phase': {
        const phase = this.phases(scene.list)[scene.index]!;
        if (scene.list === 'start' && scene.index === 0 && this.fanIsMissing) return goesOutAfterS;
        const isSlow = scene.list === 'start' && scene.index > 0 && this.inside.wrong.has('start.quick');
        return isSlow ? phase.worryS * slowTimes : phase.usualS;
      }
      case 'prompt':
        return scene.prompt.answer === 'leave-alone' ? promptLeavesAfterS : Infinity;
      default:
        return Infinity;
    }
  }

  /** What comes when a scene has lasted its time. */
  later(scene: Scene): Scene {
    if (scene.name === 'prompt') return scene.then;
    if (scene.name !== 'phase') return scene;
    const { list, index, menu } = scene;
    const phases = this.phases(list);
    if (list === 'start' && index === 0) {
      if (this.fanIsMissing)
        return end(
          'goes-out',
          'Goes out again after a second',
          withoutCable(this.profile, this.inside.facts, 'goes-out') ??
            'The fan is not in its place: the firmware stops to protect itself.',
        );
      if (menu) return { name: 'menu' };
      const fault = this.startFault();
      if (fault) return fault;
    }
    if (index + 1 < phases.length) {
      const next: Scene = { name: 'phase', list, index: index + 1, menu: false };
      return list === 'network' && index + 2 === phases.length
        ? this.asked('network', next)
        : this.unreadable(next);
    }
    if (list !== 'start') {
      this.wroteDrive = true;
      // It starts anew by itself, this time from what it wrote.
      return this.startFault() ?? this.asked('first-start', this.home());
    }
    return this.asked('first-start', this.home());
  }

  /** A system partition that cannot be read: the last phase never ends. */
  private unreadable(next: Scene & { name: 'phase' }): Scene {
    const isLast = next.list === 'start' && next.index === this.phases('start').length - 1;
    if (!isLast || this.drive?.mainFileSystemBytes !== null) return next;
    return {
      ...next,
      name: 'stuck',
      code: 'sign-stays',
      shows: 'Starts, then waits for its system partition',
      hint: 'The system partition cannot be read.',
    };
  }

  /** Why it cannot start from its drive; null where it can. */
  private startFault(fromMenu = false): Scene | null {
    const { inside, drive, profile } = this;
    const noStorage = withoutCable(profile, inside.facts, 'no-storage');
    if (noStorage) return end('no-storage', 'NO STORAGE FOUND', noStorage);
    if (!seesDrive(inside) || drive === null)
      return end('no-storage', 'NO STORAGE FOUND', 'No drive is seen: is it in the socket to the end?');
    if (inside.accepts === 'system-too-old')
      return end(
        'not-seen',
        'NEW STORAGE IS NOT SEEN',
        'The system is older than the one that sees this drive: update it with the old drive, then again.',
      );
    if (inside.accepts === 'not-on-list')
      return end(
        'not-accepted',
        'STORAGE NOT ACCEPTED',
        'The drive is not on the list that this device accepts; a donor’s or a listed one is.',
      );
    if (!drive.tableReadable || drive.startFile === 'no-efi-part') {
      if (drive.parts === 0 && profile.firstPower.format.length > 0 && inside.fresh)
        return this.asked('format', { name: 'phase', list: 'format', index: 0, menu: false });
      return end(
        'nothing-to-start',
        'NOTHING TO START FROM',
        drive.parts === 0
          ? 'The drive is seen and is empty: it is restored from a stick or the network, or holds no copy yet.'
          : 'The drive is seen, but holds no readable EFI partition.',
      );
    }
    if (drive.startFile === 'missing')
      return end(
        'nothing-to-start',
        'NOTHING TO START FROM',
        'The EFI partition holds no start file at the place the firmware looks.',
      );
    if (inside.wrong.has('boot-entry.kept') && !fromMenu)
      return end(
        'nothing-to-start',
        'NOTHING TO START FROM',
        'The firmware has no entry for the drive: choose it in the boot menu, which saves it.',
      );
    if (drive.sealed || inside.wrong.has('system.unsealed'))
      return end(
        'asks-key',
        'ENTER THE RECOVERY KEY',
        'A partition is still encrypted; its owner has the key.',
      );
    const single = this.phases('start').length === 1 && drive.mainFileSystemBytes === null;
    return single ? this.unreadable({ name: 'phase', list: 'start', index: 0, menu: false }) : null;
  }

  /** A prompt before a scene, where the profile knows one. */
  private asked(comes: DevicePrompt['comes'], then: Scene): Scene {
    const { prompts } = this.profile.firstPower;
    return prompts
      .filter((prompt) => prompt.comes === comes)
      .reduceRight<Scene>((next, prompt) => ({ name: 'prompt', prompt, then: next }), then);
  }

  private home(): Scene {
    const test = this.readings()?.readTestBytesPerS;
    const didTest = this.wroteDrive && this.profile.firstPower.format.length > 0;
    const words = [
      ...(didTest && test ? [`Its own read test showed ${test / 1e6} MB/s.`] : []),
      ...leftOpen(this.profile, this.inside.facts),
    ];
    return end('started', 'Home screen', words.join(' ') || null);
  }

  /** What a press makes of a scene; the scene itself where it does nothing. */
  press(scene: Scene, key: PressKey): Scene {
    switch (scene.name) {
      case 'menu': {
        if (key === 'drive')
          return (
            this.startFault(true) ?? this.unreadable({ name: 'phase', list: 'start', index: 1, menu: false })
          );
        if (key === 'network' && this.profile.firstPower.network.length > 0 && this.inside.fresh)
          return { name: 'phase', list: 'network', index: 0, menu: false };
        if (key === 'stick' && this.inside.stick && !this.inside.stick.starts)
          return end(
            'nothing-to-start',
            'NOTHING TO START FROM',
            'The stick does not start: write it anew, or take another one.',
          );
        return scene;
      }
      case 'prompt': {
        if (key === 'touch' ? scene.prompt.answer !== 'leave-alone' : key !== 'accept' && key !== 'refuse')
          return scene;
        return key === scene.prompt.answer ? scene.then : end('spoiled', 'BROKEN OFF', scene.prompt.wrong);
      }
      case 'phase':
        return key === 'touch' && scene.list !== 'start'
          ? end(
              'spoiled',
              'BROKEN OFF',
              'A key was pressed while it wrote its drive: begin anew from the boot menu.',
            )
          : scene;
      default:
        return scene;
    }
  }

  show(scene: Placed, nowS: number): Shown {
    const bare: Shown = {
      shows: '',
      hint: null,
      phase: null,
      menu: null,
      prompt: null,
      code: null,
      changesAtS: null,
      wroteDrive: this.wroteDrive,
      readings: null,
    };
    const lasts = scene.sinceS + this.lastsS(scene);
    switch (scene.name) {
      case 'phase':
      case 'stuck': {
        const phase = this.phases(scene.list)[scene.index]!;
        const worryAtS = scene.sinceS + phase.worryS;
        const isOverdue = nowS >= worryAtS;
        const isStuck = scene.name === 'stuck';
        const next = isOverdue ? lasts : Math.min(lasts, worryAtS);
        return {
          ...bare,
          shows: isStuck && isOverdue ? scene.shows : phase.shows,
          hint: isStuck && isOverdue ? scene.hint : null,
          phase: { ...phase, sinceS: scene.sinceS, leaveAlone: scene.list !== 'start' },
          code: isOverdue ? (isStuck ? scene.code : 'sign-stays') : null,
          changesAtS: Number.isFinite(next) ? next : null,
        };
      }
      case 'menu':
        return { ...bare, shows: 'BOOT MENU', menu: bootMenu(this.profile, this.inside) };
      case 'prompt':
        return {
          ...bare,
          shows: scene.prompt.shows,
          prompt: scene.prompt,
          changesAtS: Number.isFinite(lasts) ? lasts : null,
        };
      case 'end':
        return {
          ...bare,
          shows: scene.shows,
          hint: scene.hint,
          code: scene.code,
          readings: scene.code === 'started' ? this.readings() : null,
        };
    }
  }

  private readings(): SwitchedOn['readings'] {
    const { chainBytesPerS, writesBytesPerS, copiesBytesPerS, underLoadC, luck } = this.inside;
    const varied = (rate: number) => Math.round((rate * (0.96 + 0.03 * luck)) / 1e6) * 1e6;
    return {
      sizeShownBytes: this.drive?.mainFileSystemBytes ?? 0,
      parts: this.drive?.parts ?? 0,
      ...(chainBytesPerS ? { readTestBytesPerS: varied(chainBytesPerS) } : {}),
      ...(writesBytesPerS ? { writeTestBytesPerS: varied(writesBytesPerS) } : {}),
      ...(copiesBytesPerS ? { timedCopyBytesPerS: varied(copiesBytesPerS) } : {}),
      ...(underLoadC ? { driveC: Math.round(underLoadC + 2 * luck - 1) } : {}),
    };
  }
}
