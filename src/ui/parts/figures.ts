import type { Estimate, MarginUnit } from '@/core/margin';
import {
  type Drive,
  type Part,
  burstWriteRate,
  cardStandardOf,
  caseHeight,
  chipTop,
  parseFormFactor,
  readRate,
  sustainedWriteRate,
} from '@/core/part';
import { type ShowOptions, showBytes, showEstimate, showRate } from '@/core/units';

/** A figure of a part as it is shown: how much, from which paper, of which day; `instead` is what it took the place of. */
export type Figure = {
  label: string;
  shown: string;
  origin: string;
  at: string | null;
  instead: string | null;
};

type Options = ShowOptions & { locale: string };

const kindsOfOrigin: Record<string, string> = {
  specification: 'standard',
  'data-sheet-maximum': 'data sheet, maximum',
  'data-sheet-typical': 'data sheet',
  measured: 'measured',
  owner: 'owner',
  reading: 'reading',
  default: 'default',
  computed: 'computed',
};

const known = (
  label: string,
  e: Estimate | undefined,
  unit: MarginUnit,
  options: Options,
  instead: string | null = null,
): Figure => {
  if (!e || !e.known)
    return {
      label,
      shown: 'not known',
      origin: e && !e.known ? e.howToGet : 'not on the data sheet',
      at: null,
      instead: null,
    };
  return {
    label,
    shown: showEstimate(e, unit, options),
    // The paper itself is named once, beside the drawing.
    origin:
      e.origin.kind === 'data-sheet-typical'
        ? e.origin.note.includes('by default')
          ? e.origin.note
          : 'data sheet'
        : `${kindsOfOrigin[e.origin.kind]}: ${e.origin.note}`,
    at: e.origin.kind === 'measured' ? (e.origin.at ?? null) : null,
    instead,
  };
};

function driveFigures(drive: Drive, options: Options): Figure[] {
  const sheet = (label: string, shown: string): Figure => ({
    label,
    shown,
    origin: 'data sheet',
    at: null,
    instead: null,
  });
  const form = parseFormFactor(drive.formFactor);
  const size = form.ok && form.value.kind === 'module' ? form.value : null;
  const { measured, powerW } = drive;
  const stated = drive.chipTopMm;
  return [
    sheet('Form factor', drive.formFactor),
    sheet('Protocol', drive.protocol),
    sheet('Label capacity', showBytes(drive.labelGB * 1e9, options)),
    sheet('Sector size', `${drive.sectorBytes} bytes`),
    ...(drive.protocol === 'NVMe'
      ? [sheet('Link', `generation ${drive.linkGeneration} ×${drive.lanes}`)]
      : []),
    known(
      'Reads',
      readRate(drive),
      'bytes/s',
      options,
      measured.readBytesPerS ? showRate(drive.readBytesPerS, options.locale) : null,
    ),
    known('Writes, burst', burstWriteRate(drive), 'bytes/s', options),
    known(
      'Writes, cache full',
      sustainedWriteRate(drive),
      'bytes/s',
      options,
      measured.sustainedWriteBytesPerS ? showRate(drive.sustainedWriteBytesPerS, options.locale) : null,
    ),
    ...(drive.rotating
      ? []
      : [
          sheet('Fast cache, empty drive', drive.cacheGB === undefined ? 'not known' : `${drive.cacheGB} GB`),
        ]),
    ...(size
      ? [
          known(
            'Chips above the board',
            chipTop(drive) ?? size.top,
            'mm',
            options,
            measured.chipTopMm && stated ? showEstimate(stated, 'mm', options) : null,
          ),
          known('Chips below the board', size.bottom, 'mm', options),
        ]
      : drive.formFactor === 'card'
        ? []
        : [
            known(
              'Height',
              caseHeight(drive),
              'mm',
              options,
              measured.heightMm && drive.heightMm ? showEstimate(drive.heightMm, 'mm', options) : null,
            ),
          ]),
    ...(drive.connector ? [sheet('Plug', drive.connector)] : []),
    ...(drive.mountHoles ? [sheet('Threads', drive.mountHoles.join(', '))] : []),
    ...(drive.formFactor === 'card'
      ? [
          { ...sheet('Kind of card', cardStandardOf(drive.labelGB)), origin: 'by its size' },
          sheet('Marks', drive.speedClasses?.join(', ') ?? 'not known'),
        ]
      : []),
    ...(drive.ownSink ? [known('Own sink above the board', drive.ownSink.aboveBoardMm, 'mm', options)] : []),
    known('Power, idle', powerW?.idle, 'W', options),
    known('Power, reading', powerW?.read, 'W', options),
    known('Power, writing', powerW?.write, 'W', options),
    known('Peak draw', drive.peakPowerW, 'W', options),
    known('Warning temperature', drive.warningC, '°C', options),
    known('Critical temperature', drive.criticalC, '°C', options),
    drive.enduranceTB
      ? {
          ...known('Endurance', drive.enduranceTB, 'none', options),
          shown: `${showEstimate(drive.enduranceTB, 'none', options)} TB`,
        }
      : known('Endurance', undefined, 'none', options),
    sheet('Rated duty', drive.duty?.join(', ') ?? 'not known'),
    sheet('Guarantee', drive.guaranteeYears === undefined ? 'not stated' : `${drive.guaranteeYears} years`),
  ];
}

/** Everything that is known of a part, each figure with its source and date. */
export function partFigures(part: Part, options: Options): Figure[] {
  const paper = (label: string, shown: string): Figure => ({
    label,
    shown,
    origin: 'data sheet',
    at: null,
    instead: null,
  });
  switch (part.schema) {
    case 'jicara.drive/2':
      return driveFigures(part, options);
    case 'jicara.pad/2':
      return [
        known('Free thickness', part.freeThicknessMm, 'mm', options),
        paper('Squeeze window', `${part.squeezePercent.from} % to ${part.squeezePercent.to} %`),
        paper('Conductivity', `${part.conductivityWPerMK} W/mK`),
        paper('Hardness', `${part.hardnessShore00} Shore 00`),
        paper(
          'Pressure',
          part.pressureCurve
            .map((p) => `${p.squeezePercent} % at ${p.pressureKPa} kPa`)
            .slice(1)
            .join(', '),
        ),
      ];
    case 'jicara.heatsink/1':
      return [
        paper('For modules of', `${part.forLengthsMm.join(', ')} mm`),
        known('Base', part.baseMm, 'mm', options),
        known('Fins', part.finsMm, 'mm', options),
        part.underBoardMm
          ? known('Plate below the board', part.underBoardMm, 'mm', options)
          : paper('Plate below the board', 'none'),
        part.hold.by === 'frame'
          ? known('Frame, gap above the board', part.hold.gapAboveBoardMm, 'mm', options)
          : known(`Held by ${part.hold.by}`, part.hold.forceN, 'N', options),
        {
          ...known('Mass', part.massG, 'none', options),
          shown: `${showEstimate(part.massG, 'none', options)} g`,
        },
        paper('Metal', part.material),
        {
          ...known('Finned area', part.finnedAreaMm2, 'none', options),
          shown: `${(part.finnedAreaMm2.value / 100).toFixed(0)} cm²`,
        },
        known('Leaves free at the contacts', part.leavesContactsMm, 'mm', options),
        known('Leaves free at the screw', part.leavesScrewMm, 'mm', options),
        known('Its width', part.outline?.widthMm, 'mm', options),
        known('Clips or screws, each side', part.outline?.clipsMm, 'mm', options),
        known('Past the module’s end', part.outline?.pastEndMm, 'mm', options),
      ];
    case 'jicara.adapter/1':
      return [
        paper('Enters as', `${part.enters.formFactor}, ${part.enters.protocol}`),
        paper(
          'Takes',
          `${part.takes.kind}${part.takes.lengthsMm.length ? ` of ${part.takes.lengthsMm.join(', ')} mm` : ''}, ${part.takes.protocols.join(', ')}${part.takes.slots > 1 ? `, ${part.takes.slots} at once${part.takes.joins ? ', joined' : ''}` : ''}`,
        ),
        ...(part.takes.kind === 'module'
          ? [
              paper('Its socket', part.takes.keys ? `key ${part.takes.keys.join(', ')}` : 'not known'),
              paper(
                'Modules wide',
                part.takes.widthsMm ? `${part.takes.widthsMm.join(', ')} mm` : 'not known',
              ),
            ]
          : []),
        ...(part.enters.connector ? [paper('Plug', part.enters.connector)] : []),
        known('Its own board', part.boardMm, 'mm', options),
        known('Its parts above', part.aboveMm, 'mm', options),
        known('Its parts below', part.belowMm, 'mm', options),
        known('Adds height', part.addsHeightMm, 'mm', options),
        known('Adds length', part.addsLengthMm, 'mm', options),
        known('Carries', part.carriesBytesPerS, 'bytes/s', options),
        paper('Conversion costs', `${Math.round(part.lossShare * 100)} %`),
        ...(part.addressBits ? [paper('Numbers of sectors', `${part.addressBits} bits`)] : []),
      ];
    case 'jicara.case/2':
      return [
        paper('Link', part.link),
        paper('Takes', part.takes.join(', ')),
        paper('Carries in practice', showRate(part.rateBytesPerS, options.locale)),
        known('Passes on to the drive', part.suppliesW, 'W', options),
        ...(part.addressBits ? [paper('Numbers of sectors', `${part.addressBits} bits`)] : []),
      ];
  }
}

const showEstimateValue = (rate: Estimate, { locale }: Options): string =>
  rate.known ? showRate(rate.value, locale) : 'not stated';

/** What a list shows of a part beside its name. */
export function partLine(part: Part, options: Options): string {
  switch (part.schema) {
    case 'jicara.drive/2':
      return `${part.formFactor} · ${part.protocol} · reads ${showEstimateValue(readRate(part), options)}`;
    case 'jicara.pad/2':
      return `${part.freeThicknessMm.value.toFixed(1)} mm · ${part.conductivityWPerMK} W/mK · squeezed ${part.squeezePercent.from} to ${part.squeezePercent.to} %`;
    case 'jicara.heatsink/1':
      return `${(part.baseMm.value + part.finsMm.value).toFixed(1)} mm high · for ${part.forLengthsMm.join(', ')} mm · ${part.hold.by}`;
    case 'jicara.adapter/1':
      return `enters as ${part.enters.formFactor}, takes ${part.takes.kind}`;
    case 'jicara.case/2':
      return `${part.link} · ${showRate(part.rateBytesPerS, options.locale)}`;
  }
}

/** Name of a part as it is asked for. */
export const partName = (part: Part, locale: string): string =>
  part.schema === 'jicara.drive/2'
    ? `${part.maker} ${part.model} ${showBytes(part.labelGB * 1e9, { locale })}`
    : part.schema === 'jicara.pad/2'
      ? `${part.maker} ${part.model} ${part.freeThicknessMm.value.toFixed(1)} mm`
      : `${part.maker} ${part.model}`;

/** Whole years since the newest paper of a part; null without a date. */
export const ageYears = (at: string | null, now: string): number | null =>
  at === null ? null : Math.max(0, (Date.parse(now) - Date.parse(at)) / (365.25 * 86_400_000));
