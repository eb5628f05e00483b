export { Adapter, AdapterShape } from './adapter';
export { AddressBits } from './address-bits';
export { addressedBytes } from './addressed-bytes';
export { cardFileSystem, cardStandardOf, classRateBytesPerS, speedClasses } from './card-class';
export { cardStandards } from './card-marks';
export { CardStandard, SpeedClass } from './card-class-schema';
export { Connector } from './connector';
export { connectors } from './connector-names';
export { MountHoles } from './mount-holes';
export { mountHoles } from './mount-hole-names';
export { forecastSectors, freeShownBytes, sectorsFromLabel } from './capacity';
export type { SectorBytes } from './capacity';
export { Day, PartId, shortText } from './common';
export { DockCase } from './dock-case';
export type { DockCaseHere } from './dock-case';
export { casesFor } from './cases-for';
export { Drive, DriveMeasures, Duty, OwnSink, Protocol } from './drive';
export {
  asBrought,
  burstWriteRate,
  driveGeneration,
  isStated,
  labelCapacity,
  caseHeight,
  chipTop,
  readRate,
  sustainedWriteRate,
} from './drive-figures';
export { mostGeneration, mostLanes, protocols } from './protocols';
export { formFactorOf, parseFormFactor, plainFormFactors } from './form-factor';
export { FormFactorText } from './form-factor-text';
export type { FormFactor, PlainFormFactor } from './form-factor';
export { Heatsink, SinkHold, SinkOutline } from './heatsink';
export { Pad, PressureCurve } from './pad';
export { countOf, pairOf, singleId } from './pair';
export { KeptPart, Part, PartKind, keptPartSchemas, partSchemas } from './part';
export { kindOf, shelfOf } from './part-kinds';
export { partKinds } from './part-kind-names';
export type { PartOf } from './part';
export type { Shelf } from './part-kinds';
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
