import type { ReadingName } from '../device';
import type { MarginUnit } from '../margin';

/** What a person reads on the device, its unit, and where it stands. */
type Asked = { what: string; unit: MarginUnit; howToGet: string };
export const readingsAsked: Readonly<Record<ReadingName, Asked>> = Object.freeze({
  'size-shown': {
    what: 'Size the device shows',
    unit: 'bytes',
    howToGet: 'Read it in the device’s storage settings.',
  },
  'read-test': { what: 'Read test', unit: 'bytes/s', howToGet: 'Run the device’s own read test.' },
  'parts-shown': {
    what: 'Partitions found',
    unit: 'none',
    howToGet: 'Count them in the device’s storage settings.',
  },
  'write-test': { what: 'Write test', unit: 'bytes/s', howToGet: 'Run the device’s own write test.' },
  'timed-copy': {
    what: 'Timed copy',
    unit: 'bytes/s',
    howToGet: 'Copy something large within the new drive, note its size and the time.',
  },
  'drive-temperature': {
    what: 'Drive under load',
    unit: '°C',
    howToGet: 'Let it work for a quarter of an hour, then read the drive’s temperature and the room’s.',
  },
});
