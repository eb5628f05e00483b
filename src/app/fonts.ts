import localFont from 'next/font/local';

/*
 * The Latin letters of the three type faces, fetched with the page instead of after its style sheet. All other letters come from the
 * packages' own style sheets when a page has one.
 */
const bricolage = localFont({
  src: '../../node_modules/@fontsource-variable/bricolage-grotesque/files/bricolage-grotesque-latin-wght-normal.woff2',
  weight: '200 800',
  variable: '--font-bricolage',
});
const instrument = localFont({
  src: '../../node_modules/@fontsource-variable/instrument-sans/files/instrument-sans-latin-wght-normal.woff2',
  weight: '400 700',
  variable: '--font-instrument',
});
const jetbrains = localFont({
  src: '../../node_modules/@fontsource-variable/jetbrains-mono/files/jetbrains-mono-latin-wght-normal.woff2',
  weight: '100 800',
  variable: '--font-jetbrains',
});

/** The class that names all three for a page. */
export const fontClasses = `${bricolage.variable} ${instrument.variable} ${jetbrains.variable}`;
