import type { Settings } from './settings-schema';
import type { benchAirs } from './setting-choices';

/** Whether the air at the bench is dry in a month of the year, 1 to 12. */
export function isAirDry(air: (typeof benchAirs)[number], month: number): boolean {
  switch (air) {
    case 'season-north':
      return month <= 3 || month >= 11;
    case 'season-south':
      return month >= 5 && month <= 9;
    case 'dry':
      return true;
    case 'humid':
      return false;
  }
}

export const defaultSettings: Settings = {
  workshop: 'Workshop',
  currency: 'EUR',
  locale: 'en-GB',
  timeZone: 'UTC',
  pace: 'true',
  singleKeys: true,
  prefersMakers: [],
  keepDrivesDays: 14,
  sourcesOldAfterMonths: 24,
  benchAir: 'season-north',
  logbookViews: [],
  working: null,
};
