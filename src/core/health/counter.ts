import type { Counter, Health } from './health';

/** A counter as a number for comparing: exact to 2⁵³, beyond that near enough. */
export const counterValue = (counter: Counter): number => Number(counter);

/** Of a whole number of any size what can be kept of it exactly. */
export const counterOf = (value: bigint): Counter =>
  value <= BigInt(Number.MAX_SAFE_INTEGER) ? Number(value) : value.toString();

export const nothingKnown: Omit<Health, 'kind'> = Object.freeze({
  model: null,
  serial: null,
  firmware: null,
  bytes: null,
  temperatureC: null,
  powerOnHours: null,
  powerCycles: null,
  writtenBytes: null,
  usedPercent: null,
  sparePercent: null,
  spareLeastPercent: null,
  mediaErrors: null,
  unsafeShutdowns: null,
  isHealthy: null,
});
