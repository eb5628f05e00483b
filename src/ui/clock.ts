/** A moment in the workshop's own time zone: "Tue 16:30". */
export const showMoment = (iso: string, { locale, timeZone }: { locale: string; timeZone: string }): string =>
  new Intl.DateTimeFormat(locale, { weekday: 'short', hour: '2-digit', minute: '2-digit', timeZone }).format(
    new Date(iso),
  );

/** A moment of the day in the workshop's own time zone: "16:30". */
export const showTime = (iso: string, { locale, timeZone }: { locale: string; timeZone: string }): string =>
  new Intl.DateTimeFormat(locale, { hour: '2-digit', minute: '2-digit', timeZone }).format(new Date(iso));

export const showDay = (iso: string, { locale, timeZone }: { locale: string; timeZone: string }): string =>
  new Intl.DateTimeFormat(locale, { weekday: 'long', day: 'numeric', month: 'long', timeZone }).format(
    new Date(iso),
  );

export const showDate = (iso: string, { locale, timeZone }: { locale: string; timeZone: string }): string =>
  new Intl.DateTimeFormat(locale, { day: 'numeric', month: 'long', year: 'numeric', timeZone }).format(
    new Date(iso),
  );

/** A day as it stands in a calendar, in no zone: "2030-01-08". */
export const showPlainDay = (day: string, { locale }: { locale: string }): string =>
  showDate(`${day}T12:00:00.000Z`, { locale, timeZone: 'UTC' });

/** The day that a moment falls on in the workshop's own time zone, as ISO 8601 writes it. */
export const dayAt = (iso: string, { timeZone }: { timeZone: string }): string =>
  new Intl.DateTimeFormat('en-CA', { year: 'numeric', month: '2-digit', day: '2-digit', timeZone }).format(
    new Date(iso),
  );
