import { type Result, ok, refuse } from '../result';
import { clip } from '../units';
import { type SizeCode, parseSizeCode } from './size-code';

/** Form factors that are not modules with a size code, by their usual names. */
export const plainFormFactors = ['2.5-inch', '3.5-inch', '1.8-inch', 'eMMC', 'card'] as const;

export type PlainFormFactor = (typeof plainFormFactors)[number];

/** A drive's form factor: an M.2 module with its size code, or one of the others. */
export type FormFactor = ({ kind: 'module' } & SizeCode) | { kind: PlainFormFactor; code: string };

const plainName = (text: string) =>
  plainFormFactors.find((name) => name.toLowerCase() === text.trim().toLowerCase());

/** Reads `2280-S2-M`, `2.5-inch`, `3.5-inch`, `1.8-inch`, `eMMC` or `card`. Errors say what may stand there. */
export function parseFormFactor(text: string): Result<FormFactor> {
  const plain = plainName(text);
  if (plain) return ok({ kind: plain, code: plain });
  if (/^\s*\d/u.test(text) && !/inch|"/iu.test(text)) {
    const size = parseSizeCode(text);
    return size.ok ? ok({ kind: 'module', ...size.value }) : size;
  }
  return refuse(
    'form-factor',
    text.trim() === '' ? 'The form factor is empty.' : `“${clip(text)}” is no form factor.`,
    `Type a size code such as 2280-S2-M, or one of ${plainFormFactors.join(', ')}.`,
  );
}

const read = new Map<string, Result<FormFactor>>();

/** The same, remembered by its text: a catalogue has few form factors and many drives. */
export function formFactorOf(text: string): Result<FormFactor> {
  const known = read.get(text);
  if (known) return known;
  const parsed = parseFormFactor(text);
  if (read.size < 1000) read.set(text, parsed);
  return parsed;
}
