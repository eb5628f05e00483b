export { listedSum, readChecksumList, writeChecksumList } from './checksum-list';
export type { ChecksumLine } from './checksum-list';
export { ImageCheck, ImageFileName, ImageIndex, Packing, SystemImage, isChecked } from './system-image';
export type { LibraryImage } from './system-image';
export { BenchItem, ItemUse, StickContent, failuresToBin, itemKinds, recordMargin } from './bench-item';
export {
  acceptableOnStick,
  checksumMargin,
  imageMargins,
  newestFor,
  stickMargins,
  stickRoomMargin,
} from './image-margins';
export type { ImageDevice } from './image-margins';
