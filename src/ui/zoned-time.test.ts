import { isoToLocal } from './wall-clock';
import { localToIso } from './zoned-time';

describe('times of the workshop', () => {
  it('are read and shown on its own wall clock, summer and winter', () => {
    expect(localToIso('2026-07-01T12:00', 'Europe/Lisbon')).toBe('2026-07-01T11:00:00.000Z');
    expect(localToIso('2026-12-01T12:00', 'Europe/Lisbon')).toBe('2026-12-01T12:00:00.000Z');
    expect(isoToLocal('2026-07-01T11:00:00.000Z', 'Europe/Lisbon')).toBe('2026-07-01T12:00');
    for (const zone of ['UTC', 'Asia/Kolkata', 'America/St_Johns']) {
      expect(isoToLocal(localToIso('2026-03-04T05:06', zone)!, zone)).toBe('2026-03-04T05:06');
    }
  });

  it('refuse what is no time', () => {
    expect(localToIso('tomorrow', 'UTC')).toBeNull();
  });
});
