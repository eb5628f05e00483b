import { type Result, ok, refuse } from '../result';

/** A stretch of a drive, bytes; what a reading of it could not give. */
export type UnreadStretch = { start: number; end: number };

/** Bytes that the lines Jicara gives read at a time: one error costs as many. */
export const readAtOnceBytes = 4096;

const joined = (stretches: UnreadStretch[]): UnreadStretch[] => {
  const all: UnreadStretch[] = [];
  for (const { start, end } of [...stretches].sort((a, b) => a.start - b.start)) {
    const last = all.at(-1);
    if (last && start <= last.end) last.end = Math.max(last.end, end);
    else all.push({ start, end });
  }
  return all;
};

const odd = (why: string) =>
  refuse(
    'odd-notes',
    `What is noted of reading errors is not understood: ${why}.`,
    'Read the drive again with the lines as they are given, or take the note away if it is of something else.',
  );

/**
 * The stretches that `dd conv=noerror,sync` could not read, from what it printed in the C locale: after each error it tells how many
 * blocks it had read before, whole and in part (POSIX dd, "x+y records in"). Fault: `odd-notes`.
 */
export function parseDdErrors(text: string, blockBytes = readAtOnceBytes): Result<UnreadStretch[]> {
  const found: UnreadStretch[] = [];
  // Progress overwrites its own line.
  const lines = text.split(/[\r\n]+/u);
  for (const [i, line] of lines.entries()) {
    if (!line.startsWith('dd: error reading ')) continue;
    const told = lines.slice(i + 1).find((line) => / records in$/u.test(line));
    const counts = told && /^(\d{1,15})\+(\d{1,15}) records in$/u.exec(told);
    if (!counts) return odd('an error is not followed by how far it had read');
    const start = (Number(counts[1]) + Number(counts[2])) * blockBytes;
    found.push({ start, end: start + blockBytes });
  }
  if (!lines.some((line) => / records in$/u.test(line))) return odd('it has no count of what was read');
  return ok(joined(found));
}

/**
 * The stretches that a map of a rescue names as not read: lines of position, size and status in hexadecimal, `+` where it was read
 * (GNU ddrescue manual, "Mapfile structure"). Fault: `odd-notes`.
 */
export function parseRescueMap(text: string): Result<UnreadStretch[]> {
  const rows = text
    .split('\n')
    .map((line) => line.trim())
    .filter((line) => line !== '' && !line.startsWith('#'));
  // The first row is where the rescue stood; stretches follow.
  const parsed = rows.slice(1).flatMap((row) => {
    const [, from, bytes, status] = /^(0x[0-9a-f]+)\s+(0x[0-9a-f]+)\s+([?*/+-])$/iu.exec(row) ?? [];
    const start = Number(from);
    return status === undefined ? [] : [{ start, end: start + Number(bytes), isRead: status === '+' }];
  });
  if (parsed.length === 0 || parsed.length < rows.length - 1) return odd('a line of its map');
  if (parsed.some(({ start, end }) => !Number.isSafeInteger(start) || !Number.isSafeInteger(end)))
    return odd('a place beyond any drive');
  return ok(joined(parsed.filter(({ isRead }) => !isRead)));
}
