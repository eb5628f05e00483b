/**
 * What an emulated machine with real UEFI firmware showed of a copy. It proves what it shows and no more: not that the system has the
 * drivers of the real device, nor that its firmware looks in the same places.
 */
export const rehearsalVerdicts = [
  'own-line',
  'begun',
  'gave-up',
  'not-found',
  'shell',
  'nothing',
  'no-answer',
] as const;
