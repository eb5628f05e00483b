import { type Range, rangeFault } from '../margin';

const range = (from: number, to: number, unit: string): Range => Object.freeze({ from, to, unit });

const partHeight = range(0, 20, 'mm');
const height = range(0, 120, 'mm');
const length = range(0, 400, 'mm');
const watts = range(0, 60, 'W');
const celsius = range(20, 130, '°C');
const kelvin = range(0, 90, 'K');
const air = range(0.5, 500, 'W/m²K');
const resistance = range(0.001, 500, 'K/W');
const rate = range(0, 100e9, 'bytes/s');
const capacity = range(0, 1_000_000, 'GB');

/**
 * What the figures of parts and devices can be at all, by the names of their fields. Wide on purpose: they catch the wrong unit and the
 * slipped point, no more. Held where something is typed or brought in, never where it is read again.
 */
export const figureRanges: Readonly<Record<string, Range>> = Object.freeze({
  // Parts on a board, plates, pads.
  chipTopMm: partHeight,
  belowBoardMm: partHeight,
  baseMm: partHeight,
  underBoardMm: partHeight,
  gapAboveBoardMm: partHeight,
  freeThicknessMm: partHeight,
  boardMm: partHeight,
  aboveMm: height,
  belowMm: height,
  // Whatever stands in a device: sinks, disks, covers, slots.
  aboveBoardMm: height,
  finsMm: height,
  heightMm: height,
  undersideMm: height,
  thicknessMm: height,
  moduleUndersideMm: height,
  roomBelowMm: height,
  coverMm: height,
  aboveBoardAtMostMm: height,
  belowBoardAtMostMm: height,
  totalAtMostMm: height,
  heightAtMostMm: height,
  addsHeightMm: height,
  sinkUndersideMm: height,
  mm: height,
  // From the socket along a module or an adapter.
  addsLengthMm: length,
  reachAtMostMm: length,
  leavesContactsMm: length,
  leavesScrewMm: length,
  contactsFreeMm: length,
  screwFreeMm: length,
  widthMm: range(1, 200, 'mm'),
  clipsMm: length,
  pastEndMm: length,
  roomBesideMm: length,
  roomBehindMm: length,
  faceBelowMm: height,
  suppliesW: watts,
  massG: range(0.1, 3000, 'g'),
  finnedAreaMm2: range(1, 1_000_000, 'mm²'),
  forceN: range(0, 500, 'N'),
  boardForceAtMostN: range(0, 500, 'N'),
  idle: watts,
  lightRead: watts,
  read: watts,
  write: watts,
  peakPowerW: watts,
  powerAtMostW: watts,
  deviceHeatW: range(0, 500, 'W'),
  watts: range(0, 500, 'W'),
  batteryWh: range(0.1, 1000, 'Wh'),
  warningC: celsius,
  criticalC: celsius,
  aimC: celsius,
  enclosureRiseK: kelvin,
  enclosureRiseOpenK: kelvin,
  airWPerM2K: air,
  airOpenWPerM2K: air,
  faceWPerM2K: air,
  innerKPerW: resistance,
  boardKPerW: resistance,
  readBytesPerS: rate,
  writeBytesPerS: rate,
  sustainedWriteBytesPerS: rate,
  rateBytesPerS: rate,
  carriesBytesPerS: rate,
  readAtLeastBytesPerS: rate,
  writeAtLeastBytesPerS: rate,
  capacityFromGB: capacity,
  capacityToGB: capacity,
  enduranceTB: range(0.01, 1_000_000, 'TB'),
  generationAtLeast: range(0, 6, 'as generation'),
  lanesAtLeast: range(0, 16, 'lanes'),
  writesGBPerDay: range(0, 100_000, 'GB a day'),
  keepYears: range(0, 100, 'years'),
});

export type FigureFault = { path: (string | number)[]; message: string };

type Figure = { known: true; value: number; minus: number | null; plus: number | null };
const isFigure = (value: object): value is Figure =>
  'known' in value && value.known === true && 'value' in value && 'minus' in value;

/** Every figure inside a part or a profile that lies outside its range, with the way to it, its range and its unit. */
export function figureFaults(value: unknown, path: (string | number)[] = []): FigureFault[] {
  const name = path.findLast((part) => typeof part === 'string');
  const own = name === undefined || !Object.hasOwn(figureRanges, name) ? undefined : figureRanges[name];
  if (typeof value === 'number') {
    const far = own && rangeFault(value, own);
    return far ? [{ path, message: far }] : [];
  }
  if (typeof value !== 'object' || value === null) return [];
  if (!isFigure(value))
    return Array.isArray(value)
      ? value.flatMap((child, i) => figureFaults(child, [...path, i]))
      : Object.entries(value).flatMap(([key, child]) => figureFaults(child, [...path, key]));
  if (!own) return [];
  const far = rangeFault(value.value, own);
  const faults: FigureFault[] = far ? [{ path: [...path, 'value'], message: far }] : [];
  for (const side of ['minus', 'plus'] as const) {
    const by = value[side];
    if (by !== null && by > own.to - own.from)
      faults.push({
        path: [...path, side],
        message: `${by} ${own.unit} more or less says nothing of a figure from ${own.from} to ${own.to} ${own.unit}.`,
      });
  }
  return faults;
}
