import type { Row } from '@/core/exchange';
import { type PartKind, connectors, mountHoles, protocols, speedClasses } from '@/core/part';

/** How a figure is typed. `figure` is a value with give-or-take; `list` numbers or words with commas between. */
export type FieldKind = 'text' | 'number' | 'rate' | 'figure' | 'list' | 'choice' | 'day' | 'curve';

export type PartField = {
  path: string;
  label: string;
  kind: FieldKind;
  options?: readonly string[];
  hint?: string;
  /** How many of the stored unit make one of the typed unit: 10⁶ bytes are a megabyte. */
  scale?: number;
  /** May stay empty: then it is not known. */
  optional?: boolean;
  /** Empty means that there is none, which is known. */
  noneWhenEmpty?: boolean;
};

/** Fields that belong together, under the question they answer. */
export type FieldGroup = { title: string; fields: PartField[] };

const field = (path: string, label: string, kind: FieldKind, more: Partial<PartField> = {}): PartField => ({
  path,
  label,
  kind,
  ...more,
});
const optional = { optional: true } as const;

/** What every part has, before its own figures. */
const first: PartField[] = [field('maker', 'Maker', 'text'), field('model', 'Model', 'text')];
const last: PartField[] = [
  field('price', 'Price', 'text'),
  field('seller', 'Seller', 'text', optional),
  field('priceDate', 'Day of the price', 'day', optional),
  field('stockElsewhere', 'In stock there', 'number', optional),
  field('onShelf', 'On the shelf', 'number'),
  field('shelfPlace', 'Where it lies', 'text', optional),
  field('source', 'Which paper', 'text'),
  field('sourceDate', 'Its date', 'day', optional),
];

const own: Record<PartKind, PartField[]> = {
  drive: [
    field('formFactor', 'Form factor', 'text', { hint: '2280-S3-M, 3.5-inch, card' }),
    field('protocol', 'Protocol', 'choice', { options: protocols }),
    field('labelGB', 'Label capacity, GB', 'number'),
    field('sectorBytes', 'Sector size', 'choice', { options: ['512', '4096'] }),
    field('linkGeneration', 'Link generation', 'number'),
    field('lanes', 'Lanes', 'number'),
    field('readBytesPerS', 'Reads, MB/s', 'rate'),
    field('writeBytesPerS', 'Writes, MB/s', 'rate'),
    field('sustainedWriteBytesPerS', 'Writes, cache full, MB/s', 'rate'),
    field('cacheGB', 'Fast cache, GB', 'number', optional),
    field('chipTopMm', 'Chip height, mm', 'figure', optional),
    field('heightMm', 'Height of a disk, mm', 'figure', optional),
    field('connector', 'Plug of a disk', 'choice', { ...optional, options: connectors }),
    field('mountHoles', 'Threads of a disk', 'list', {
      ...optional,
      hint: mountHoles.slice(0, 2).join(', '),
    }),
    field('speedClasses', 'Marks on a card', 'list', {
      ...optional,
      hint: speedClasses.slice(3, 9).join(', '),
    }),
    field('powerW.idle', 'Power idle, W', 'figure', optional),
    field('powerW.read', 'Power reading, W', 'figure', optional),
    field('powerW.write', 'Power writing, W', 'figure', optional),
    field('peakPowerW', 'Peak draw, W', 'figure', optional),
    field('warningC', 'Warning temperature, °C', 'figure', optional),
    field('criticalC', 'Critical temperature, °C', 'figure', optional),
    field('enduranceTB', 'Endurance, TB', 'figure', optional),
    field('guaranteeYears', 'Guarantee, years', 'number', optional),
    field('duty', 'Rated duty', 'list', { ...optional, hint: 'general, continuous-video' }),
  ],
  heatsink: [
    field('forLengthsMm', 'For modules of, mm', 'list', { hint: '80, 42' }),
    field('baseMm', 'Base, mm', 'figure'),
    field('finsMm', 'Fins, mm', 'figure', { hint: '0 for a plain plate' }),
    field('underBoardMm', 'Plate below the board, mm', 'figure', {
      noneWhenEmpty: true,
      hint: 'empty: none',
    }),
    field('hold.by', 'Held by', 'choice', { options: ['bands', 'clips', 'frame'] }),
    field('hold.forceN', 'Bands, clips: force, N', 'figure', optional),
    field('hold.gapAboveBoardMm', 'Frame: gap above the board, mm', 'figure', optional),
    field('massG', 'Mass, g', 'figure'),
    field('material', 'Metal', 'choice', { options: ['aluminium', 'copper'] }),
    field('finnedAreaMm2', 'Finned area, mm²', 'figure'),
    field('leavesContactsMm', 'Leaves free at the contacts, mm', 'figure'),
    field('leavesScrewMm', 'Leaves free at the screw, mm', 'figure'),
    field('outline.widthMm', 'Its width, mm', 'figure', optional),
    field('outline.clipsMm', 'Clips or side screws add on each side, mm', 'figure', optional),
    field('outline.pastEndMm', 'Reaches past the module’s end, mm', 'figure', optional),
  ],
  pad: [
    field('freeThicknessMm', 'Free thickness, mm', 'figure'),
    field('squeezePercent.from', 'Squeezed from, %', 'number'),
    field('squeezePercent.to', 'Squeezed to, %', 'number'),
    field('conductivityWPerMK', 'Conductivity, W/mK', 'number'),
    field('hardnessShore00', 'Hardness, Shore 00', 'number'),
    field('pressureCurve', 'Squeeze % at kPa', 'curve', { hint: '0 0, 10 8, 20 17, 45 60' }),
  ],
  adapter: [
    field('enters.formFactor', 'Enters as', 'text', { hint: '2242-S1-M, 1.8-inch' }),
    field('enters.protocol', 'Speaks to the device', 'choice', { options: protocols }),
    field('takes.kind', 'Takes', 'choice', {
      options: ['module', '2.5-inch', '3.5-inch', '1.8-inch', 'eMMC', 'card'],
    }),
    field('takes.protocols', 'Of protocol', 'list'),
    field('takes.keys', 'Modules with key', 'list', { ...optional, hint: 'M, B' }),
    field('takes.widthsMm', 'Modules wide, mm', 'list', { ...optional, hint: '22' }),
    field('takes.lengthsMm', 'Modules long, mm', 'list', optional),
    field('takes.slots', 'How many at once', 'number', { ...optional, hint: 'two cards: 2' }),
    field('takes.joins', 'Joins two into one', 'choice', { ...optional, options: ['true', 'false'] }),
    field('enters.connector', 'Plug to the device', 'choice', { ...optional, options: connectors }),
    field('boardMm', 'Its own board, mm', 'figure', optional),
    field('aboveMm', 'Its parts above the board, mm', 'figure', optional),
    field('belowMm', 'Its parts below the board, mm', 'figure', optional),
    field('addsHeightMm', 'Adds height, mm', 'figure'),
    field('addsLengthMm', 'Adds length, mm', 'figure'),
    field('carriesBytesPerS', 'Carries, MB/s', 'figure', { scale: 1e6 }),
    field('lossShare', 'Conversion costs, share', 'number', { hint: '0.05 is 5 %' }),
    field('addressBits', 'Bits for a sector’s number', 'choice', {
      ...optional,
      options: ['28', '32', '48'],
    }),
  ],
  case: [
    field('link', 'Link', 'text', { hint: 'USB 10 Gb/s' }),
    field('takes', 'Takes', 'list', { hint: 'NVMe, SATA' }),
    field('rateBytesPerS', 'Carries in practice, MB/s', 'rate'),
    field('suppliesW', 'Passes on to the drive, W', 'figure', optional),
    field('addressBits', 'Bits for a sector’s number', 'choice', {
      ...optional,
      options: ['28', '32', '48'],
    }),
  ],
};

/** What can be measured on a drive in hand: it takes the place of the data sheet's figure, and both stay. */
export const measuredFields: PartField[] = [
  field('measured.chipTopMm', 'Chip height, mm', 'figure', optional),
  field('measured.heightMm', 'Height of a disk, mm', 'figure', optional),
  field('measured.readBytesPerS', 'Reads as measured, MB/s', 'figure', { ...optional, scale: 1e6 }),
  field('measured.sustainedWriteBytesPerS', 'Writes as measured, cache full, MB/s', 'figure', {
    ...optional,
    scale: 1e6,
  }),
];

const groupOf = (kind: PartKind, { path }: PartField): string => {
  if (kind !== 'drive') return 'What it is';
  if (/^(read|write|sustained|cache|link|lanes)/u.test(path)) return 'How fast';
  if (/Mm$/u.test(path)) return 'How high';
  if (/^(power|peak|warning|critical)/u.test(path)) return 'Power and heat';
  return /^(endurance|duty)/u.test(path) ? 'How long it lasts' : 'What it is';
};

/** The fields of a kind, grouped; buying and paper come last. */
export function fieldGroups(kind: PartKind): FieldGroup[] {
  const groups: FieldGroup[] = [];
  for (const field of [...first, ...own[kind]]) {
    const title = groupOf(kind, field);
    const group = groups.find((one) => one.title === title);
    if (group) group.fields.push(field);
    else groups.push({ title, fields: [field] });
  }
  return [...groups, { title: 'Price, shelf, paper', fields: last }];
}

/** Columns of a row that belong to a path: itself, or what lies below it. */
const below = (row: Row, path: string) =>
  Object.keys(row).filter((column) => column === path || column.startsWith(`${path}.`));

/** What a field shows of a row; a figure shows its value, its spread has a field of its own. */
export function fieldText(row: Row, { path, kind, scale = 1 }: PartField): string {
  if (path === 'price')
    return row.price ?? (row['price.minor'] ? (Number(row['price.minor']) / 100).toFixed(2) : '');
  if (kind === 'figure')
    return unscaled(row[`${path}.value`] ?? (row[path] === 'null' ? '' : (row[path] ?? '')), scale);
  if (kind === 'rate') return row[path] ? String(Number(row[path]) / 1e6) : '';
  if (kind === 'list')
    return below(row, path)
      .filter((column) => /\.\d+$/u.test(column))
      .map((column) => row[column])
      .join(', ');
  if (kind === 'curve')
    return below(row, path)
      .filter((column) => column.endsWith('.squeezePercent'))
      .map((column) => `${row[column]} ${row[column.replace('squeezePercent', 'pressureKPa')]}`)
      .join(', ');
  return row[path] ?? '';
}

/** A stored number in the unit that is typed; what is no number stays as it was typed. */
const unscaled = (text: string, scale: number): string =>
  scale === 1 || text.trim() === '' || !Number.isFinite(Number(text))
    ? text
    : String(Number((Number(text) / scale).toPrecision(12)));

/** A typed number in the unit that is stored. */
const scaledText = (text: string, scale: number): string => {
  const number = Number(machine(text));
  return scale === 1 || text.trim() === '' || !Number.isFinite(number)
    ? machine(text)
    : String(Number((number * scale).toPrecision(15)));
};

/** Give-or-take of a figure as typed: the greater of its sides. */
export const spreadText = (row: Row, { path, scale = 1 }: PartField): string => {
  const sides = [row[`${path}.minus`], row[`${path}.plus`]].filter(
    (side) => side !== undefined && side !== 'null',
  );
  return sides.length > 0 ? unscaled(String(Math.max(...sides.map(Number))), scale) : '';
};

/** A decimal comma is read as a point where a machine number is stored. */
const machine = (text: string) => text.trim().replace(/^(-?\d+),(\d+)$/u, '$1.$2');

/** The row with one field typed anew; emptied figures are taken out altogether: then they are not known. */
export function typeField(
  row: Row,
  { path, kind, noneWhenEmpty, scale = 1 }: PartField,
  text: string,
  figure?: { spread: string; measuredAt: string | null; source: string },
): Row {
  const next = Object.fromEntries(
    Object.entries(row).filter(([column]) => !below(row, path).includes(column)),
  );
  if (path === 'price') {
    for (const column of below(row, 'price')) delete next[column];
    return { ...next, price: text, ...(row['price.currency'] ? { currency: row['price.currency'] } : {}) };
  }
  if (text.trim() === '') return noneWhenEmpty ? { ...next, [path]: 'null' } : next;
  switch (kind) {
    case 'figure': {
      const measured = figure?.measuredAt ?? null;
      // A measure without its give-or-take is asked for it; what a paper states alone counts as exact.
      const spread = scaledText(figure?.spread ?? '', scale) || (measured ? '' : '0');
      return {
        ...next,
        [`${path}.known`]: 'true',
        [`${path}.value`]: scaledText(text, scale),
        ...(spread === '' ? {} : { [`${path}.minus`]: spread, [`${path}.plus`]: spread }),
        [`${path}.origin.kind`]: measured ? 'measured' : 'data-sheet-typical',
        [`${path}.origin.note`]: measured ? 'measured in this workshop' : (figure?.source ?? 'as typed'),
        ...(measured ? { [`${path}.origin.at`]: measured } : {}),
      };
    }
    case 'rate': {
      const number = Number(machine(text));
      return { ...next, [path]: Number.isFinite(number) ? String(Math.round(number * 1e6)) : text };
    }
    case 'list':
      return {
        ...next,
        ...Object.fromEntries(
          text
            .split(/[,;]\s*/u)
            .filter(Boolean)
            .map((entry, i) => [`${path}.${i}`, entry.trim()]),
        ),
      };
    case 'curve':
      return {
        ...next,
        ...Object.fromEntries(
          text
            .split(/[,;]\s*/u)
            .filter(Boolean)
            .flatMap((pair, i) => {
              const [percent = '', kPa = ''] = pair.trim().split(/\s+/u);
              return [
                [`${path}.${i}.squeezePercent`, percent],
                [`${path}.${i}.pressureKPa`, kPa],
              ];
            }),
        ),
      };
    default:
      return { ...next, [path]: kind === 'number' ? machine(text) : text };
  }
}

/** An id from maker, model and size, as the shipped ones are made. */
export const idFrom = (row: Row): string =>
  [row.maker, row.model, row.labelGB ?? row['freeThicknessMm.value'] ?? '']
    .join(' ')
    .toLowerCase()
    .replace(/[^a-z0-9]+/gu, '-')
    .replace(/^-|-$/gu, '')
    .slice(0, 60);

const farFactor = 1.5;

/** A measure that is far from what the paper says: asked about, since a slipped point or another unit is likelier; null where it is near. */
export function farFromPaper(row: Row, field: PartField): string | null {
  if (!field.path.startsWith('measured.')) return null;
  const paperPath = field.path.slice('measured.'.length);
  const measured = Number(row[`${field.path}.value`]);
  const paper = Number(row[`${paperPath}.value`] ?? row[paperPath]);
  if (!(measured > 0) || !(paper > 0)) return null;
  const ratio = measured / paper;
  return ratio > farFactor || ratio < 1 / farFactor
    ? `Far from the paper’s ${unscaled(String(paper), field.scale ?? 1)}: is the unit right?`
    : null;
}
