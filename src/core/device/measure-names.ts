import type { Measures } from './measures';

export const measureNames: Readonly<Record<keyof Measures, string>> = Object.freeze({
  sinkUndersideMm: 'underside of the sink',
  coverMm: 'inside of the cover',
  moduleUndersideMm: 'underside of the module',
  roomBelowMm: 'room under the module',
  gap: 'gap between chips and sink',
});
