/** What can be wrong with a device that does not start after the work; the simulator knows what each one does. */
export const deviceFaultIds = [
  'battery-plug',
  'drive-seat',
  'ribbon',
  'fan-plug',
  'charger',
  'half-copied',
  'boot-entry',
  'no-efi',
  'encrypted',
  'drive-dead',
  'board-dead',
  'slow-start',
] as const;
export type DeviceFaultId = (typeof deviceFaultIds)[number];
