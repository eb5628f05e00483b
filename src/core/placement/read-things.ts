import { type Result, ok, refuse } from '../result';
import { clip, parseBytes } from '../units';
import { mostItems, needs } from './needs';
import type { Item } from './placement-schema';

const headings: Readonly<Record<string, string>> = Object.freeze({
  name: 'name',
  item: 'name',
  title: 'name',
  size: 'size',
  bytes: 'size',
  kind: 'kind',
  type: 'kind',
  uses: 'uses',
  'uses per week': 'uses',
  needs: 'needs',
  now: 'now',
});

/** Reads a CSV with headings (RFC 4180) into its rows, each heading by its plain name: the parser is a package of whoever asks. */
export type TableReader = (text: string, headingOf: (heading: string) => string) => Record<string, string>[];

const bad = (line: number, text: string, why: string) =>
  refuse(
    'things',
    `Line ${line}, “${clip(text)}”: ${why}`,
    'Write a name and a size with its unit, such as “Harbour days, 85 GB”.',
  );

type Drafted = Omit<Item, 'id'>;

/** Whole bytes that are something; else why it does not read, to be said behind its line. */
function sizeOf(text: string): { bytes: number } | { why: string } {
  if (text.trim() === '') return { why: 'it names no size.' };
  const parsed = parseBytes(/^\d+$/u.test(text.trim()) ? `${text} B` : text);
  if (!parsed.ok) return { why: parsed.fault.sentence };
  return parsed.value > 0 ? { bytes: parsed.value } : { why: 'nothing has no size.' };
}

/**
 * Things from lines as one types them ("Harbour days 85 GB", "12 × 48 GB games"), or from a CSV with headings: name, size, and as far as they
 * are there kind, uses per week, needs (fast, any, archive), now (a store). Faults: `things`, with the line; `too-many`.
 */
export function readThings(text: string, readTable: TableReader): Result<Item[]> {
  const [first = ''] = text.trimStart().split(/\r?\n/u, 1);
  const isTable = /(^|[,;\t])\s*"?(size|bytes)"?\s*([,;\t]|$)/iu.test(first);
  const drafted = isTable ? fromTable(readTable(text.trim(), headingOf)) : fromLines(text);
  if (!drafted.ok) return drafted;
  if (drafted.value.length > mostItems)
    return refuse(
      'too-many',
      `${drafted.value.length} things are more than the ${mostItems} that are placed.`,
      'Sum the small ones up by kind: “400 × 2 GB films”.',
    );
  return ok(drafted.value.map((item, i) => ({ ...item, id: `t${i + 1}` })));
}

const usual = { kind: '', usesPerWeek: 1, needs: 'any', now: null, pinned: null } as const;

function fromLines(text: string): Result<Drafted[]> {
  const things: Drafted[] = [];
  for (const [at, raw] of text.split(/\r?\n/u).entries()) {
    const line = raw.trim();
    if (line === '') continue;
    const many = /^(\d{1,5})\s*[×x*]\s*(\d[\d.,]*\s*[kmgt]i?b)\s*(.*)$/iu.exec(line);
    if (many) {
      const size = sizeOf(many[2] ?? '');
      const count = Number(many[1]);
      if ('why' in size) return bad(at + 1, line, size.why);
      if (count === 0) return bad(at + 1, line, 'it counts none.');
      if (things.length + count > 10 * mostItems)
        return bad(at + 1, line, 'that is more than can be placed.');
      const kind = (many[3] ?? '').trim().slice(0, 40);
      for (let i = 1; i <= count; i += 1)
        things.push({ ...usual, name: `${kind || 'thing'} ${i}`, kind, ...size });
      continue;
    }
    const one = /^(.*?)[\s:,;]+(\d[\d.,]*\s*[kmgt]i?b)$/iu.exec(line);
    const size = sizeOf(one?.[2] ?? '');
    if (!one || 'why' in size) return bad(at + 1, line, 'why' in size ? size.why : 'it names no size.');
    things.push({ ...usual, name: (one[1] ?? '').slice(0, 120) || 'thing', ...size });
  }
  return ok(things);
}

const headingOf = (heading: string): string => headings[heading.trim().toLowerCase()] ?? heading;

function fromTable(data: Record<string, string>[]): Result<Drafted[]> {
  const things: Drafted[] = [];
  for (const [at, row] of data.entries()) {
    const name = row['name']?.trim() ?? '';
    const size = sizeOf(row['size'] ?? '');
    const shown = name || JSON.stringify(row).slice(0, 60);
    if (!name) return bad(at + 2, shown, 'it has no name.');
    if ('why' in size) return bad(at + 2, shown, size.why);
    const uses = (row['uses'] ?? '').trim() === '' ? 1 : Number((row['uses'] ?? '').replace(',', '.'));
    if (!(uses >= 0 && uses <= 200)) return bad(at + 2, shown, 'uses are a number from 0 to 200 a week.');
    const asked = (row['needs'] ?? '').trim().toLowerCase() || 'any';
    const need = needs.find((one) => one === asked);
    if (!need) return bad(at + 2, shown, `needs are ${needs.join(', ')}.`);
    const now = (row['now'] ?? '').trim().toLowerCase();
    things.push({
      name: name.slice(0, 120),
      kind: (row['kind'] ?? '').trim().slice(0, 40),
      ...size,
      usesPerWeek: uses,
      needs: need,
      now: /^[a-z0-9-]{1,24}$/u.test(now) ? now : null,
      pinned: null,
    });
  }
  return ok(things);
}
