import * as z from 'zod';
import { Part, type PartKind, partSchemas } from '../part';
import { minorDigits, parseDecimal } from '../units';
import { plainFault } from './plain-fault';
import type { ImportFault, Json, Row } from './row';

/** Columns that stand for a part's figure in a handier unit. */
const handy: Readonly<Record<string, { path: string; factor: number }>> = Object.freeze({
  'read MB/s': { path: 'readBytesPerS', factor: 1e6 },
  'write MB/s': { path: 'writeBytesPerS', factor: 1e6 },
  'kept-up write MB/s': { path: 'sustainedWriteBytesPerS', factor: 1e6 },
  'rate MB/s': { path: 'rateBytesPerS', factor: 1e6 },
});

const schemaOf: Record<PartKind, string> = {
  drive: 'jicara.drive/2',
  heatsink: 'jicara.heatsink/1',
  pad: 'jicara.pad/2',
  adapter: 'jicara.adapter/1',
  case: 'jicara.case/2',
};

/** What JSON type the schema wants at a path; a text where it is not a number, a yes or no, or nothing. */
function wantedType(schema: JsonSchema, path: string[]): Set<string> {
  const options = [schema, ...(schema.anyOf ?? []), ...(schema.oneOf ?? []), ...(schema.allOf ?? [])];
  const [key, ...rest] = path;
  const types = new Set<string>();
  for (const option of options) {
    if (option !== schema && (option.anyOf ?? option.oneOf))
      for (const t of wantedType(option, path)) types.add(t);
    if (key === undefined) {
      for (const t of [option.type ?? []].flat()) types.add(t);
      if (option.const !== undefined) types.add(typeof option.const);
      for (const value of option.enum ?? []) types.add(typeof value);
    } else {
      const inner = option.properties?.[key] ?? (/^\d+$/u.test(key) ? option.items : undefined);
      if (inner) for (const t of wantedType(inner, rest)) types.add(t);
    }
  }
  return types;
}

type JsonSchema = {
  type?: string | string[];
  const?: unknown;
  enum?: unknown[];
  properties?: Record<string, JsonSchema>;
  items?: JsonSchema;
  anyOf?: JsonSchema[];
  oneOf?: JsonSchema[];
  allOf?: JsonSchema[];
};

const jsonSchemas = new Map<PartKind, JsonSchema>();
function jsonSchema(kind: PartKind): JsonSchema {
  const known =
    jsonSchemas.get(kind) ??
    (z.toJSONSchema(partSchemas[kind], { io: 'input', unrepresentable: 'any' }) as JsonSchema);
  jsonSchemas.set(kind, known);
  return known;
}

/** Plain machine numbers as an export writes them; anything else is read as people type it. */
const machineNumber = /^-?\d+(\.\d+)?(e[+-]?\d+)?$/iu;

function cellValue(text: string, types: Set<string>): { value: Json } | { fault: string; fix: string } {
  if (text === 'null' && types.has('null')) return { value: null };
  if (text === '[]') return { value: [] };
  if (text === '{}') return { value: {} };
  if (types.has('boolean') && /^(true|false|yes|no)$/iu.test(text))
    return { value: /^(true|yes)$/iu.test(text) };
  const isNumber = types.has('number') || types.has('integer');
  if (!isNumber || (types.has('string') && !machineNumber.test(text))) return { value: text };
  if (machineNumber.test(text)) return { value: Number(text) };
  const parsed = parseDecimal(text.replace(/^-/u, ''));
  if (!parsed.ok) return { fault: parsed.fault.sentence, fix: parsed.fault.remedy };
  return { value: text.startsWith('-') ? -parsed.value : parsed.value };
}

const dangerous = new Set(['__proto__', 'constructor', 'prototype']);

function put(target: { [key: string]: Json }, path: string[], value: Json): void {
  const [key, ...rest] = path;
  if (key === undefined || path.some((part) => dangerous.has(part))) return;
  if (rest.length === 0) {
    if (target[key] === undefined) target[key] = value;
    return;
  }
  const asList = /^\d+$/u.test(rest[0]!);
  const inner = target[key];
  const next = typeof inner === 'object' && inner !== null ? inner : asList ? [] : {};
  target[key] = next;
  put(next as { [key: string]: Json }, rest, value);
}

/** Share by which a figure may be off where a table gives it alone: a named default, stated with the figure. */
const tableSpread = 0.05;

/** A figure that the table gives as one number becomes an estimate, with its default tolerance said in its origin. */
function estimateOf(value: number, source: string): Json {
  const spread = Math.abs(value) * tableSpread;
  return {
    known: true,
    value,
    minus: spread,
    plus: spread,
    origin: { kind: 'data-sheet-typical', note: `${source}; ±5 % by default, none was stated`.slice(0, 400) },
  };
}

const clipCell = (text: string) => (text.length > 60 ? `${text.slice(0, 60)}…` : text);

/** The part that a row describes, or what is wrong in it, each fault with its column and the way out. */
export function partOfRow(
  kind: PartKind,
  row: Row,
  number: number,
  currency: string,
): { part: Part } | { faults: ImportFault[] } {
  const schema = jsonSchema(kind);
  const document: { [key: string]: Json } = {};
  const faults: ImportFault[] = [];
  const wrong = (column: string, fault: string, fix: string) =>
    faults.push({ row: number, column, fault, fix });
  const source = row.source?.trim() || 'imported table';
  for (const [column, raw] of Object.entries(row)) {
    const text = raw.trim();
    if (text === '' || column === 'currency' || column === 'kind') continue;
    if (column === 'price') {
      const parsed = parseDecimal(text);
      const code = (row.currency?.trim() || currency).toUpperCase();
      if (!/^[A-Z]{3}$/u.test(code))
        wrong('currency', `“${clipCell(code)}” is no currency.`, 'Use three letters, such as EUR.');
      else if (!parsed.ok) wrong(column, parsed.fault.sentence, parsed.fault.remedy);
      else document.price = { minor: Math.round(parsed.value * 10 ** minorDigits(code)), currency: code };
      continue;
    }
    const alias = Object.hasOwn(handy, column) ? handy[column] : undefined;
    const path = (alias?.path ?? column).split('.');
    let types = wantedType(schema, path);
    // One number where an estimate stands: the path of its value tells that it is a number.
    const shorthand = types.has('object') && wantedType(schema, [...path, 'known']).size > 0;
    if (types.size === 0) {
      wrong(
        column,
        `There is no such figure of a ${kind}.`,
        `Columns are named as in the schema at /api/schemas/${kind}.`,
      );
      continue;
    }
    if (shorthand && text !== 'null') types = new Set(['number']);
    const read = cellValue(text, types);
    if ('fault' in read) wrong(column, read.fault, read.fix);
    else if (shorthand && typeof read.value === 'number') put(document, path, estimateOf(read.value, source));
    else if (alias && typeof read.value === 'number')
      put(document, path, Math.round(read.value * alias.factor));
    else put(document, path, read.value);
  }
  document.schema ??= schemaOf[kind];
  document.source ??= source;
  return faults.length > 0 ? { faults } : judged(kind, document, number);
}

/** Holds a document against the schema of its kind; faults carry the path as the column. */
function judged(
  kind: PartKind,
  document: unknown,
  number: number,
): { part: Part } | { faults: ImportFault[] } {
  const parsed = partSchemas[kind].safeParse(document);
  if (parsed.success) return { part: parsed.data };
  return {
    faults: parsed.error.issues.slice(0, 20).map((issue) => ({ row: number, ...plainFault(issue) })),
  };
}

/** Parts out of parsed JSON: one, or a list of them, each of the kind that its schema says. */
export function partsOfJson(data: unknown): { parts: { part: Part; row: number }[]; faults: ImportFault[] } {
  const list = Array.isArray(data) ? data : [data];
  const parts: { part: Part; row: number }[] = [];
  const faults: ImportFault[] = [];
  list.forEach((entry: unknown, i) => {
    const schema =
      typeof entry === 'object' && entry !== null ? (entry as { schema?: unknown }).schema : undefined;
    const kind = (Object.keys(schemaOf) as PartKind[]).find((k) => schemaOf[k] === schema);
    if (!kind) {
      faults.push({
        row: i + 1,
        column: 'schema',
        fault: 'This is no part of a known schema.',
        fix: `Use one of ${Object.values(schemaOf).join(', ')}.`,
      });
      return;
    }
    const result = judged(kind, entry, i + 1);
    if ('part' in result) parts.push({ part: result.part, row: i + 1 });
    else faults.push(...result.faults);
  });
  return { parts, faults };
}

/** Two lines with one id would overwrite each other: each but the first is a fault. */
export function doubleIds(parts: { part: Part; row: number }[]): ImportFault[] {
  const seen = new Map<string, number>();
  return parts.flatMap(({ part, row }) => {
    const first = seen.get(part.id);
    if (first === undefined) {
      seen.set(part.id, row);
      return [];
    }
    return [
      {
        row,
        column: 'id',
        fault: `The id ${part.id} stands in line ${first} already.`,
        fix: 'Give each part its own id.',
      },
    ];
  });
}
