const made = new Map<string, Intl.NumberFormat>();

/** A number format, made once: building one costs more than a whole fit. */
export function numberFormat(locale: string, options: Intl.NumberFormatOptions): Intl.NumberFormat {
  const key = `${locale} ${JSON.stringify(options)}`;
  let format = made.get(key);
  if (!format) {
    format = new Intl.NumberFormat(locale, options);
    made.set(key, format);
  }
  return format;
}
