import { throttleSteps } from './defaults';

/** What slowing down comes to: the share of its working time that the drive is slowed, and the share of its speed that it keeps. */
export type Throttled = { share: number; kept: number };

/** Temperatures of a drive, °C: idle and at full work as they would settle, and where it slows down by itself. */
export type ThrottleQuestion = { idleC: number; fullC: number; warningC: number; criticalC: number };

const never: Throttled = Object.freeze({ share: 0, kept: 1 });

/**
 * Share of the time on the lower of two levels while a drive swings between `at` and `at` less the hysteresis: it rises
 * towards `upper` and falls towards `lower`, both exponentially with one time constant, which cancels.
 */
function shareBelow(at: number, upper: number, lower: number): number {
  const { hysteresisK } = throttleSteps;
  if (upper <= at) return 0;
  if (lower >= at - hysteresisK) return 1;
  const rising = Math.log((upper - at + hysteresisK) / (upper - at));
  const falling = Math.log((at - lower) / (at - hysteresisK - lower));
  return falling / (rising + falling);
}

/**
 * Slowing down in the long run, by the named steps: half the speed from the warning temperature, a tenth from the critical one, up
 * again when it has fallen by the hysteresis. Power above idle falls with the speed, and the network is linear, so
 * each level has its own settled temperature. Hotter is never better: no share of it falls, no speed rises.
 */
export function throttled({ idleC, fullC, warningC, criticalC }: ThrottleQuestion): Throttled {
  const { warningShare, criticalShare } = throttleSteps;
  const at = (speed: number) => idleC + speed * Math.max(0, fullC - idleC);
  // A drive that does nothing has no work to lose, but it is slowed when the work comes.
  if (fullC <= warningC) return never;
  const slowed = shareBelow(warningC, fullC, at(warningShare));
  if (slowed < 1) return { share: slowed, kept: 1 - slowed * (1 - warningShare) };
  const critical = shareBelow(Math.max(criticalC, warningC), at(warningShare), at(criticalShare));
  return { share: 1, kept: warningShare + critical * (criticalShare - warningShare) };
}
