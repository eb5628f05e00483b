/** An ISO moment as the wall clock of the zone shows it, for a field of date and time: Swedish writes day and hour as ISO 8601 does. */
export const isoToLocal = (iso: string, timeZone: string): string =>
  new Intl.DateTimeFormat('sv-SE', { timeZone, dateStyle: 'short', timeStyle: 'short' })
    .format(new Date(iso))
    .replace(' ', 'T');
