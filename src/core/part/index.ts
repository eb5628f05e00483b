export { forecastSectors, freeShownBytes, sectorsFromLabel } from './capacity';
export type { SectorBytes } from './capacity';
export { DockCase } from './dock-case';
export { Drive, shortText } from './drive';
export { Pad } from './pad';
export { heightClasses, moduleBoardMm, moduleLengthsMm, moduleWidthsMm, parseSizeCode } from './size-code';
export type { ModuleKey, SizeCode } from './size-code';
