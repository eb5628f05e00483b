import { careFrom, monthsAfter } from '@/core/sheet';
import type { Sheet } from '@/core/sheet';
import { careCalendar } from './care-calendar';

it('counts months by the calendar, the last of a shorter month', () => {
  expect(monthsAfter('2026-11-30', 3)).toBe('2027-02-28');
  expect(monthsAfter('2027-11-30', 3)).toBe('2028-02-29');
  expect(monthsAfter('2026-12-31', 1)).toBe('2027-01-31');
  expect(monthsAfter('2026-01-15', 24)).toBe('2028-01-15');
});

it('writes what a device wants later as a calendar, a whole day each, the soonest first', () => {
  const care = careFrom(
    [
      { id: 'b', what: 'Disk, reorganised', everyMonths: 12, how: 'By its menu; overnight.' },
      { id: 'a', what: 'Fan', everyMonths: 6, how: 'Brushed.' },
    ],
    '2026-11-27T10:00:00.000Z',
  );
  const sheet = {
    job: 'Q-0412',
    device: 'Braskit Osprey',
    owner: 'Purser\nEND:VCALENDAR',
    place: '',
    madeAt: '2026-11-27T10:00:00.000Z',
    care,
  } as unknown as Sheet;
  const calendar = careCalendar(sheet);
  if (!calendar.ok) throw new Error(calendar.fault.sentence);
  const lines = calendar.value.split(/\r\n/u);
  expect(lines[0]).toBe('BEGIN:VCALENDAR');
  expect(lines.filter((line) => line === 'BEGIN:VEVENT')).toHaveLength(2);
  // Nothing that an owner is called ends the calendar early.
  expect(lines.filter((line) => line === 'END:VCALENDAR')).toHaveLength(1);
  expect(calendar.value).toMatch(/DTSTART;VALUE=DATE:20270527[\s\S]*DTSTART;VALUE=DATE:20271127/u);
  expect(calendar.value).toContain('Disk\\, reorganised');
  expect(careCalendar({ ...sheet, care: [] })).toMatchObject({ ok: false, fault: { code: 'nothing' } });
});
