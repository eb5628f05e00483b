import type { DeviceProfile } from '../device';
import type { Inside } from './inside';
import { Device, type Placed, type Press, type PressKey, type Shown } from './scenes';
import { type ShownCode, outcomeOf } from './shown-codes';
import type { SwitchedOn } from './switched-on';

/**
 * What the simulated device shows `nowS` seconds after it was switched on, with or without the keys of its boot menu held.
 * Presses must be in the order of their time; one that means nothing at its moment does nothing.
 */
export function showDevice(
  profile: DeviceProfile,
  inside: Inside,
  on: { menu: boolean; presses: readonly Press[] },
  nowS: number,
): Shown {
  const device = new Device(profile, inside);
  let scene: Placed = { ...device.on(on.menu), sinceS: 0 };
  let at = 0;
  for (;;) {
    const press = on.presses[at];
    const endsS = scene.sinceS + device.lastsS(scene);
    if (endsS <= Math.min(nowS, press?.atS ?? Infinity)) {
      scene = { ...device.later(scene), sinceS: endsS };
    } else if (press && press.atS <= nowS) {
      const next = device.press(scene, press.key);
      if (next !== scene) scene = { ...next, sinceS: press.atS };
      at += 1;
    } else return device.show(scene, nowS);
  }
}

const asSwitchedOn = (
  profile: DeviceProfile,
  code: ShownCode,
  { shows, hint, readings }: Shown,
): SwitchedOn => ({
  outcome: outcomeOf[code],
  code,
  shows,
  hint: code === 'sign-stays' && !hint ? 'It has stood there longer than it should.' : hint,
  phases: profile.firstPower.phases,
  readings,
});

/** What it came to, where it came to something. */
export const cameTo = (profile: DeviceProfile, shown: Shown): SwitchedOn | null =>
  shown.code === null ? null : asSwitchedOn(profile, shown.code, shown);

/**
 * Switches it on and waits, answering its prompts as the profile says, until it came to something. `patient` waits behind
 * the worry points, until nothing changes any more.
 */
export function settle(profile: DeviceProfile, inside: Inside, patient = false): SwitchedOn {
  const presses: Press[] = [];
  for (let nowS = 0; ;) {
    const shown = showDevice(profile, inside, { menu: false, presses }, nowS);
    if (shown.code !== null && !(patient && shown.changesAtS !== null))
      return asSwitchedOn(profile, shown.code, shown);
    if (shown.prompt && shown.changesAtS === null)
      presses.push({ atS: nowS, key: shown.prompt.answer as PressKey });
    // A scene without end and without a code waits for hands that settle does not have: there is none without a menu.
    else nowS = shown.changesAtS ?? nowS + 1;
  }
}
