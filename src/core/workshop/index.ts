export { Pace, Settings, benchAirs, isAirDry, Technician, defaultSettings, locales } from './settings';
