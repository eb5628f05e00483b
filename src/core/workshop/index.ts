export { Pace, Settings, Technician, defaultSettings, locales } from './settings';
