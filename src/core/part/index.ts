export { Adapter, AdapterShape } from './adapter';
export { AddressBits, addressedBytes } from './address-bits';
export {
  CardStandard,
  SpeedClass,
  cardFileSystem,
  cardStandardOf,
  cardStandards,
  classRateBytesPerS,
  speedClasses,
} from './card-class';
export { Connector, connectors } from './connector';
export { MountHoles, mountHoles } from './mount-holes';
export { forecastSectors, freeShownBytes, sectorsFromLabel } from './capacity';
export type { SectorBytes } from './capacity';
export { Day, PartId, shortText } from './common';
export { DockCase, casesFor } from './dock-case';
export {
  Drive,
  DriveMeasures,
  Duty,
  OwnSink,
  Protocol,
  asBrought,
  burstWriteRate,
  driveGeneration,
  isStated,
  labelCapacity,
  caseHeight,
  chipTop,
  mostGeneration,
  mostLanes,
  protocols,
  readRate,
  sustainedWriteRate,
} from './drive';
export { FormFactorText, formFactorOf, parseFormFactor, plainFormFactors } from './form-factor';
export type { FormFactor, PlainFormFactor } from './form-factor';
export { Heatsink, SinkHold, SinkOutline } from './heatsink';
export { Pad, PressureCurve } from './pad';
export { countOf, pairOf, singleId } from './pair';
export { KeptPart, Part, PartKind, keptPartSchemas, kindOf, partKinds, partSchemas, shelfOf } from './part';
export type { PartOf, Shelf } from './part';
export {
  heightClasses,
  moduleBoardMm,
  moduleKeys,
  moduleLengthsMm,
  moduleWidthsMm,
  parseSizeCode,
} from './size-code';
export type { ModuleKey, SizeCode } from './size-code';
export { figureFaults, figureRanges } from './ranges';
