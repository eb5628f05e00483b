import { createEvents } from 'ics';
import { type Result, ok, refuse } from '@/core/result';
import type { Sheet } from '@/core/sheet';

/** What a device wants later, as iCalendar (RFC 5545): a whole day each. Faults: `nothing`, where its profile names nothing. */
export function careCalendar(sheet: Sheet): Result<string> {
  if (sheet.care.length === 0)
    return refuse(
      'nothing',
      'Nobody has written down what this device wants later.',
      'Add it to the device’s profile.',
    );
  const stamp = Date.parse(sheet.madeAt);
  const { error, value } = createEvents(
    sheet.care.map(({ what, how, due }, i) => {
      const [year = 0, month = 1, day = 1] = due.split('-').map(Number);
      return {
        uid: `${sheet.job}-${i + 1}@jicara`,
        productId: 'jicara',
        title: `${sheet.device}: ${what}`,
        description: `${how} ${sheet.owner}${sheet.place ? `, ${sheet.place}` : ''}`,
        start: [year, month, day] as [number, number, number],
        duration: { days: 1 },
        timestamp: stamp,
      };
    }),
  );
  return error || !value
    ? refuse('calendar', 'The calendar could not be written.', 'Write the dates down from the sheet.')
    : ok(value);
}
