export { parseHours, usualHours } from './hours';
export type { Stretch } from './hours';
export { isAirDry, defaultSettings } from './settings';
export { benchAirs, locales } from './setting-choices';
export { Pace, Settings, Technician } from './settings-schema';
