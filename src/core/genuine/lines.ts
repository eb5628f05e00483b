import { type LineBlock, tellLines } from '../copy';
import { type Result, ok, refuse } from '../result';
import type { Found } from './content';
import { gridBytes, placesOf } from './places';

/** First words of the file that the lines below write. */
const head = 'jicara-capacity';
/** More than this no drive has. */
const mostLines = 40_000;

/** A real new drive, tried by the system’s own tools: mebibytes at the same places, each its own stream of AES-CTR (NIST SP 800-38A). */
export const capacityLines = (jobId: string): LineBlock[] => [
  tellLines('new'),
  {
    title: 'Write all places, then read all of them',
    does: 'It overwrites what is at these places: only for a drive that is empty. All is written before anything is read; past the system’s cache both ways.',
    lines: [
      'test -e "${NEW_DRIVE:?}" && n=$((${NEW_BYTES:?} / 1048576)) && m=1 && while [ $((m * m)) -lt "$n" ]; do m=$((m + 1)); done',
      'key=$(openssl rand -hex 16)',
      'places() { { seq 0 $((m - 1)); seq "$m" "$m" $((n - 1)); echo $((n - 1)); } | sort -n -u; }',
      'block() { head -c 1048576 /dev/zero | openssl enc -aes-128-ctr -K "$key" -iv "$(printf %016x "$1")0000000000000000"; }',
      'whole=yes; for at in $(places); do block "$at" | dd of="$NEW_DRIVE" bs=1M seek="$at" count=1 iflag=fullblock oflag=direct conv=nocreat,notrunc status=none || { whole=; break; }; done; sync',
      `test -n "$whole" && { echo "${head} $NEW_BYTES"; for at in $(places); do echo "$at $(block "$at" | sha256sum | cut -c1-64) $(dd if="$NEW_DRIVE" bs=1M skip="$at" count=1 iflag=direct status=none | sha256sum | cut -c1-64)"; done; } > ${jobId}-capacity.txt`,
    ],
    expects: `A file ${jobId}-capacity.txt: bring it here.`,
  },
];

/** What reads nothing at all gives this: SHA-256 of no bytes (FIPS 180-4). */
const ofNothing = 'e3b0c44298fc1c149afbf4c8996fb92427ae41e4649b934ca495991b7852b855';

const cutShort = (sentence: string) =>
  refuse('capacity-file', sentence, 'Run the lines once more, to their end, and bring the file whole.');

/**
 * Reads what the lines above wrote: the size that they took, and what was found at each place.
 * Faults: `capacity-file` for anything else, a file that was cut short, or places that are not those of its size.
 */
export function readCapacityFile(text: string): Result<{ bytes: number; found: Found[] }> {
  const [first = '', ...rest] = text.replace(/^\uFEFF/u, '').split(/\r?\n/u);
  const bytes = Number(/^jicara-capacity (\d{7,16})$/u.exec(first.trim())?.[1] ?? Number.NaN);
  if (!Number.isSafeInteger(bytes)) return cutShort('This is not what the lines write.');
  if (rest.length > mostLines) return cutShort('This has more lines than any drive has places.');
  const rows: { at: number; wrote: string; read: string }[] = [];
  for (const [i, line] of rest.entries()) {
    if (line.trim() === '') continue;
    const match = /^(\d{1,10}) ([0-9a-f]{64}) ([0-9a-f]{64})$/u.exec(line.trim());
    if (!match) return cutShort(`Line ${i + 2} is not a place with its two checksums.`);
    const [, at = '', wrote = '', read = ''] = match;
    rows.push({ at: Number(at) * gridBytes, wrote, read });
  }
  const wanted = placesOf(bytes);
  if (rows.length !== wanted.length || rows.some(({ at }, i) => at !== wanted[i]))
    return cutShort(
      `A drive of this size has ${wanted.length} places; the file has ${rows.length}, or others.`,
    );
  const wroteAt = new Map(rows.map(({ at, wrote }) => [wrote, at]));
  if (wroteAt.size !== rows.length)
    return cutShort('Two places were written alike: nothing can be told from that.');
  const found = rows.map(({ at, wrote, read }): Found => {
    if (read === wrote) return { at, is: 'own' };
    if (read === ofNothing) return { at, is: 'unreadable' };
    const of = wroteAt.get(read);
    return { at, is: of === undefined ? 'else' : { of } };
  });
  return ok({ bytes, found });
}
