/** What can be seen of a device that was switched on; the diagnosis reasons over these. */
export const shownCodes = [
  'dark',
  'dark-with-sound',
  'goes-out',
  'sign-stays',
  'no-storage',
  'nothing-to-start',
  'not-seen',
  'not-accepted',
  'asks-key',
  'spoiled',
  'started',
] as const;
export type ShownCode = (typeof shownCodes)[number];

/** What each comes to. */
export const outcomeOf: Readonly<
  Record<ShownCode, 'started' | 'dark' | 'no-start-device' | 'does-not-finish'>
> = Object.freeze({
  dark: 'dark',
  'dark-with-sound': 'dark',
  'goes-out': 'dark',
  'sign-stays': 'does-not-finish',
  'no-storage': 'no-start-device',
  'nothing-to-start': 'no-start-device',
  'not-seen': 'no-start-device',
  'not-accepted': 'no-start-device',
  'asks-key': 'does-not-finish',
  spoiled: 'does-not-finish',
  started: 'started',
});
