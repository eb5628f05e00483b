import { type Known, about } from '../margin';
import type { FormFactor, PlainFormFactor } from '../part';

const byDefault = (note: string) => ({ kind: 'default', note }) as const;

/** Heat capacities, J/gK: a populated module (copper, silicon, laminate), sinks by their metal. */
export const joulesPerGK = Object.freeze({ module: 0.8, aluminium: 0.9, copper: 0.385 });

/** Mass where the data sheet is silent, g: it decides how soon a drive is warm, not how warm. */
export const massG: Readonly<Record<FormFactor['kind'], Known>> = Object.freeze({
  module: about(8, 3, 4, byDefault('bare module, 5 to 12 g')),
  '1.8-inch': about(50, 10, 15, byDefault('1.8-inch disk, 40 to 65 g')),
  '2.5-inch': about(80, 40, 40, byDefault('2.5-inch drive, 40 to 120 g')),
  '3.5-inch': about(600, 200, 150, byDefault('3.5-inch disk, 400 to 750 g')),
  card: about(2, 1.5, 1, byDefault('card, 0.5 to 3 g')),
  eMMC: about(1, 0.5, 1, byDefault('package, 0.5 to 2 g')),
});

/** Faces of what is no module that give off heat, mm²: both faces and the long sides of the usual outlines. */
export const facesMm2: Readonly<Record<PlainFormFactor, number>> = Object.freeze({
  '1.8-inch': 2 * 54 * 71 + 2 * 71 * 8,
  '2.5-inch': 2 * 70 * 100 + 2 * 100 * 9,
  '3.5-inch': 2 * 102 * 147 + 2 * 147 * 26,
  card: 2 * 24 * 32 + 2 * 32 * 2,
  eMMC: 2 * 11.5 * 13,
});

/** Share of a module's face that its chips take up, where nobody measured it. */
export const chipShare: Known = about(0.5, 0.15, 0.15, byDefault('chips cover 35 to 65 % of a module'));

/** Room of a workshop or a cabin, °C. */
export const roomC: Known = about(24, 4, 6, byDefault('room, 20 to 30 °C'));

/** How the air in a case gives heat to the room: resistance K/W, and its time to warm up, s. */
export const enclosureKPerW: Known = about(0.5, 0.25, 0.5, byDefault('enclosure to room, 0.25 to 1 K/W'));
export const enclosureTimeS = 300;

/**
 * Throttling, where the maker does not say: above the warning temperature half the speed, above the critical one a
 * tenth; back up one step when it has fallen by the hysteresis. The drive looks once a second.
 */
export const throttleSteps = Object.freeze({
  warningShare: 0.5,
  criticalShare: 0.1,
  hysteresisK: 4,
  lookS: 1,
});
