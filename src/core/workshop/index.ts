export { isAirDry, defaultSettings } from './settings';
export { benchAirs, locales } from './setting-choices';
export { Pace, Settings, Technician } from './settings-schema';
