export const stationIds = [
  'take-in',
  'fit',
  'data',
  'open',
  'carry-over',
  'swap',
  'close',
  'first-power',
  'prove',
  'hand-over',
] as const;
