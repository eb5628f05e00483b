export { benchAirs, isAirDry, defaultSettings, locales } from './settings';
export { Pace, Settings, Technician } from './settings-schema';
