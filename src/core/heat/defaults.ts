import { type Known, about } from '../margin';

const byDefault = (note: string) => ({ kind: 'default', note }) as const;

/** Heat capacities, J/gK: a populated module (copper, silicon, laminate), sinks by their metal. */
export const joulesPerGK = Object.freeze({ module: 0.8, aluminium: 0.9, copper: 0.385 });

/** Mass of a bare module where the data sheet is silent, g. */
export const moduleMassG: Known = about(8, 3, 4, byDefault('bare module, 5 to 12 g'));

/** Faces of a disk in its case that give off heat, mm²: both faces and the long sides of the usual outlines. */
export const diskFacesMm2: Readonly<Record<string, number>> = Object.freeze({
  '1.8-inch': 2 * 54 * 71 + 2 * 71 * 8,
  '2.5-inch': 2 * 70 * 100 + 2 * 100 * 9,
  '3.5-inch': 2 * 102 * 147 + 2 * 147 * 26,
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
