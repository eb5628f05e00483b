import { type Estimate, Known, type Missing, exact, missing } from '../margin';
import type { Drive } from './drive';

export const brought = new WeakMap<Drive, Drive>();

/** A drive as its owner brings it: it lies here, and costs nothing. The same one for the same drive. */
export function asBrought(drive: Drive): Drive {
  const known = brought.get(drive);
  if (known) return known;
  const own: Drive = {
    ...drive,
    brought: true,
    price: { ...drive.price, minor: 0 },
    onShelf: Math.max(1, drive.onShelf),
  };
  brought.set(drive, own);
  return own;
}

/** A figure of the data sheet with no tolerance of its own. */
const stated = (value: number, { source, sourceDate }: Drive): Known =>
  exact(value, { kind: 'data-sheet-typical', note: source, ...(sourceDate ? { at: sourceDate } : {}) });

type Figure = 'readBytesPerS' | 'writeBytesPerS' | 'linkGeneration' | 'labelGB';

/** Whether somebody stated this figure of a drive. */
export const isStated = ({ unstated }: Pick<Drive, 'unstated'>, figure: Figure): boolean =>
  unstated?.includes(figure) !== true;

const readTheSheet = 'Read it on the drive or in its data sheet.';

/** Read rate as measured, else by the data sheet, bytes/s. */
export const readRate = (drive: Drive): Estimate =>
  drive.measured.readBytesPerS ??
  (isStated(drive, 'readBytesPerS')
    ? stated(drive.readBytesPerS, drive)
    : missing('how fast the drive reads', readTheSheet));

/** Write rate once the fast cache is full, as measured, else by the data sheet, bytes/s. */
export const sustainedWriteRate = (drive: Drive): Estimate =>
  drive.measured.sustainedWriteBytesPerS ??
  (isStated(drive, 'writeBytesPerS')
    ? stated(drive.sustainedWriteBytesPerS, drive)
    : missing('how fast the drive writes once its cache is full', readTheSheet));

export const burstWriteRate = (drive: Drive): Estimate =>
  isStated(drive, 'writeBytesPerS')
    ? stated(drive.writeBytesPerS, drive)
    : missing('how fast the drive writes', readTheSheet);

/** Generation of the drive's own link. */
export const driveGeneration = (drive: Drive): Estimate =>
  isStated(drive, 'linkGeneration')
    ? stated(drive.linkGeneration, drive)
    : missing('the generation of the drive’s link', readTheSheet);

/** Capacity on its label, GB. */
export const labelCapacity = (drive: Drive): Estimate =>
  isStated(drive, 'labelGB')
    ? exact(drive.labelGB, { kind: 'data-sheet-typical', note: 'label capacity' })
    : missing('the drive’s capacity', 'Read it on its label.');

/** Chip height above the board as measured or stated, mm; null where only the size code speaks. */
export const chipTop = (drive: Drive): Known | null => drive.measured.chipTopMm ?? drive.chipTopMm ?? null;

/** Height of a disk in its case, mm. */
export const caseHeight = (drive: Drive): Known | Missing =>
  drive.measured.heightMm ??
  drive.heightMm ??
  missing(`the height of the ${drive.model}`, 'Measure it with a caliper, or read its data sheet.');
