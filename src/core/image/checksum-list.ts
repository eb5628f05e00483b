import { type Result, ok, refuse } from '../result';

/** One file of a checksum list: its name as it stands there, and its SHA-256 in lower-case hexadecimal. */
export type ChecksumLine = { name: string; sha256: string };

const mostBytes = 2 ** 20;
const unescaped: Readonly<Record<string, string>> = { '\\': '\\', n: '\n', r: '\r' };

const untagged = /^(?<escaped>\\?)(?<sha256>[0-9a-f]{64}) [ *](?<name>.+)$/isu;
const tagged = /^(?<escaped>\\?)SHA256 \((?<name>.+)\) = (?<sha256>[0-9a-f]{64})$/isu;

/**
 * Reads a checksum list as `sha256sum` writes it, untagged or with `--tag` (GNU coreutils manual, section 6.6,
 * “md5sum invocation”: a line that begins with a backslash has backslashes, new lines and carriage returns in its name
 * escaped). Empty lines and lines that begin with `#` are passed over.
 * Faults: `list-too-long` above 1 MiB, `list-broken` with the line’s number, `list-twice` where a name has two sums.
 */
export function readChecksumList(text: string): Result<ChecksumLine[]> {
  if (text.length > mostBytes)
    return refuse(
      'list-too-long',
      'This checksum list is longer than 1 MiB.',
      'Use the list that belongs to the image alone.',
    );
  const lines: ChecksumLine[] = [];
  const sums = new Map<string, string>();
  for (const [i, line] of text
    .replace(/^\uFEFF/u, '')
    .split(/\r?\n/u)
    .entries()) {
    if (line === '' || line.startsWith('#')) continue;
    const found = (untagged.exec(line) ?? tagged.exec(line))?.groups;
    if (!found)
      return refuse(
        'list-broken',
        `Line ${i + 1} of the checksum list is none: “${line.slice(0, 60)}”.`,
        'A line is a SHA-256 of 64 hexadecimal digits, two spaces and a file name. Fetch the list again.',
      );
    const name = found.escaped
      ? found.name!.replace(/\\([\\nr])/gu, (_, mark: string) => unescaped[mark]!)
      : found.name!;
    const sha256 = found.sha256!.toLowerCase();
    if (sums.has(name) && sums.get(name) !== sha256)
      return refuse(
        'list-twice',
        `The checksum list has two different sums for “${name.slice(0, 60)}”.`,
        'Fetch the list again; one of them is wrong.',
      );
    if (!sums.has(name)) lines.push({ name, sha256 });
    sums.set(name, sha256);
  }
  return ok(lines);
}

/** A checksum list that `sha256sum --check` reads. */
export const writeChecksumList = (lines: ChecksumLine[]): string =>
  lines
    .map(({ name, sha256 }) => {
      const escaped = name.replaceAll('\\', '\\\\').replaceAll('\n', '\\n').replaceAll('\r', '\\r');
      return `${escaped === name ? '' : '\\'}${sha256}  ${escaped}\n`;
    })
    .join('');

/** The sum that a list states for a file: by its name, or by the name behind the last slash; null where it is not in it. */
export const listedSum = (lines: ChecksumLine[], fileName: string): string | null =>
  lines.find(({ name }) => name.split('/').at(-1) === fileName)?.sha256 ?? null;
