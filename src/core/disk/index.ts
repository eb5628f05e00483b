export { BlobReader, MemoryReader, PartitionReader } from './block-reader';
export type { BlockReader } from './block-reader';
export { rangeBytes } from './byte-range';
export type { ByteRange } from './byte-range';
export { isAllZero } from './bytes';
export { findFile, filesAt, readChain } from './file-system/fat-files';
export { makeFat32, smallestFat32Sectors } from './file-system/fat-make';
export type { FileExtent, NewFat32, NewFile } from './file-system/fat-make';
export type { FileSystemKind, Growth, SectorFit, Usage } from './file-system/file-system';
export { driverOf } from './file-system/drivers';
export { readContent } from './file-system/read-content';
export type { AnyFileSystem, PartitionContent } from './file-system/read-content';
export { partitionBounds } from './layout/bounds';
export type { PartitionBounds } from './layout/bounds';
export { planCopy } from './layout/copy-plan';
export type { CopyPlan } from './layout/copy-plan';
export type { CopySpan } from './layout/copy-span';
export type { LeftBehind, OutsideWish } from './layout/outside';
export {
  DeliveredPartition,
  deliveredRules,
  deliveredTable,
  systemPartitionsBytes,
} from './layout/delivered';
export {
  LayoutWish,
  fillWish,
  lineBytes,
  newStart,
  oldBytes,
  placedBytes,
  targetTable,
} from './layout/layout';
export type { Layout, PlacedPartition } from './layout/layout';
export { planLayout } from './layout/plan-layout';
export type { Target } from './layout/plan-layout';
export { growsAtAll, rulesOf } from './layout/rules';
export type { PartitionRule, PartitionRules } from './layout/rules';
export { fileSystemOf, partitionReader, readDrive } from './read-drive';
export type { DriveReading } from './read-drive';
export { buildTable } from './table/gpt-build';
export { usableSectors } from './table/gpt';
export { crc32 } from './table/crc32';
export { guidFromBytes, guidToBytes, partitionTypeCodes, partitionTypes } from './table/guid';
export { checkPartitions, partitionBytes, tableKinds } from './table/partition-table';
export type { Partition, PartitionTable, TableFault, TableKind, TableReading } from './table/partition-table';
export { detectSectorBytes, readTable } from './table/read-table';
export type { Write } from './write';
export { Inspection, inspect } from './inspection';
export type { InspectedPartition } from './inspection';
export { LayoutDocument, layoutDocument, tableFiles } from './layout/layout-files';
export { Operation, forecastOperations, operationsOf, totalSeconds } from './layout/operations';
export type { CopyRates } from './layout/operations';
export type { RateRange } from './layout/operations';
export { usageMap } from './usage-map';
export type { UsageBin } from './usage-map';
export { sha256Of } from './digest';
export { PackedHeader, readPackedVolume } from './packed-volume';
export type { PackedVolume } from './packed-volume';
