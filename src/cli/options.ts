import { type ParseArgsConfig, parseArgs } from 'node:util';
import { LayoutWish, type OutsideWish, type TableKind } from '@/core/disk';
import { type SectorBytes, sectorsFromLabel } from '@/core/part';
import { exitCode, fail } from './exit';

type Options = NonNullable<ParseArgsConfig['options']>;
export type Values = Record<string, string | boolean | (string | boolean)[] | undefined>;

/** Options of every command that lays out a target. */
export const layoutOptions = {
  'target-bytes': { type: 'string' },
  'target-label': { type: 'string' },
  'target-sector': { type: 'string' },
  'hold-back': { type: 'string' },
  drop: { type: 'string', multiple: true },
  size: { type: 'string', multiple: true },
  second: { type: 'string' },
  table: { type: 'string' },
  outside: { type: 'string' },
} as const satisfies Options;

/** Parses the rest of a command line; what is not known ends with exit 2. */
export function parseCommand(
  args: string[],
  options: Options,
  names: string[],
): { values: Values; paths: string[] } {
  let parsed;
  try {
    parsed = parseArgs({ args, options: { ...options, json: { type: 'boolean' } }, allowPositionals: true });
  } catch (error) {
    return fail(exitCode.usage, `${(error as Error).message}.`, 'See jicara --help.');
  }
  if (parsed.positionals.length !== names.length)
    fail(exitCode.usage, `This command takes ${names.join(' and ')}.`, 'See jicara --help.');
  return { values: parsed.values as Values, paths: parsed.positionals };
}

function wholeNumber(text: unknown, name: string): number {
  const value = Number(text);
  if (typeof text !== 'string' || !/^\d+$/u.test(text) || !Number.isSafeInteger(value))
    fail(exitCode.usage, `--${name} takes a whole number.`, 'See jicara --help.');
  return value;
}

const listOf = (value: Values[string]): string[] => (Array.isArray(value) ? value.map(String) : []);

/** What was wished of the new layout. */
export function wishFrom(values: Values): LayoutWish {
  const sizes = listOf(values.size).map((text) => {
    const [number, size] = text.split('=');
    return [String(wholeNumber(number, 'size')), wholeNumber(size, 'size')] as const;
  });
  const parsed = LayoutWish.safeParse({
    holdBackPercent: values['hold-back'] === undefined ? 0 : Number(values['hold-back']),
    dropped: listOf(values.drop).map((text) => wholeNumber(text, 'drop')),
    sizesMiB: Object.fromEntries(sizes),
    secondSystemMiB: values.second === undefined ? null : wholeNumber(values.second, 'second'),
  });
  return parsed.success
    ? parsed.data
    : fail(
        exitCode.usage,
        `The layout wished for is not possible: ${parsed.error.issues[0]?.message}.`,
        'See jicara --help.',
      );
}

/** Which table counts, where there are two; null where nobody said. */
export function tableFrom(values: Values): TableKind | null {
  const { table } = values;
  if (table === undefined) return null;
  if (table !== 'gpt' && table !== 'record' && table !== 'none')
    return fail(exitCode.usage, '--table is gpt, record or none.', 'See jicara --help.');
  return table;
}

/** How much of what lies outside file systems is looked through. */
export function outsideFrom(values: Values): OutsideWish | 'ask' {
  const outside = values.outside ?? 'ask';
  if (outside !== 'all' && outside !== 'edges' && outside !== 'ask')
    return fail(exitCode.usage, '--outside is all or edges.', 'See jicara --help.');
  return outside;
}

/** The target's size, from its bytes or the gigabytes on its label; `otherwise` where neither was said. */
export function targetFrom(values: Values, otherwise: { bytes: number; sectorBytes: number }) {
  const sectorBytes =
    values['target-sector'] === undefined
      ? otherwise.sectorBytes
      : wholeNumber(values['target-sector'], 'target-sector');
  if (sectorBytes !== 512 && sectorBytes !== 4096)
    fail(exitCode.usage, '--target-sector is 512 or 4096.', 'See jicara --help.');
  if (values['target-label'] !== undefined) {
    const sectors = sectorsFromLabel(
      wholeNumber(values['target-label'], 'target-label'),
      sectorBytes as SectorBytes,
    );
    return sectors.ok
      ? { sectors: sectors.value, sectorBytes }
      : fail(exitCode.usage, sectors.fault.sentence, sectors.fault.remedy);
  }
  const bytes =
    values['target-bytes'] === undefined
      ? otherwise.bytes
      : wholeNumber(values['target-bytes'], 'target-bytes');
  return { sectors: Math.floor(bytes / sectorBytes), sectorBytes };
}
