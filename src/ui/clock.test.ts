import { dayAt, showPlainDay } from './clock';

it.each(['Pacific/Kiritimati', 'Pacific/Auckland', 'UTC', 'America/Adak'])(
  'a day of the calendar is the same day everywhere (%s)',
  () => {
    expect(showPlainDay('2030-01-08', { locale: 'en-GB' })).toBe('8 January 2030');
  },
);

it.each([
  ['Pacific/Kiritimati', '2030-01-09'],
  ['Europe/Lisbon', '2030-01-08'],
  ['America/Adak', '2030-01-08'],
])('a moment falls on the day of its zone (%s)', (timeZone, day) => {
  expect(dayAt('2030-01-08T12:30:00.000Z', { timeZone })).toBe(day);
});
