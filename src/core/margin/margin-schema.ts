import * as z from 'zod';
import { Estimate, Missing, Origin } from './estimate-schema';
import { verdicts } from './verdict-names';

export const Verdict = z.enum(verdicts);
export type Verdict = z.infer<typeof Verdict>;

/** Units a margin can speak in; `units/show` knows how to print each. */
export const MarginUnit = z.enum([
  'mm',
  '%',
  'bytes',
  'bytes/s',
  'GB',
  'sectors',
  'generation',
  'count',
  'seconds',
  '°C',
  'W',
  'N',
  'years',
  'lanes',
  'money',
  'none',
]);
export type MarginUnit = z.infer<typeof MarginUnit>;

/** A choice among names (a key letter, a protocol) instead of a number. */
export const Named = z.object({ known: z.literal(true), name: z.string(), origin: Origin });
export type Named = z.infer<typeof Named>;

export const Limit = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('at-most'), limit: Estimate }),
  z.object({ kind: z.literal('at-least'), limit: Estimate }),
  z.object({ kind: z.literal('within'), from: Estimate, to: Estimate }),
  z.object({ kind: z.literal('one-of'), names: z.array(z.string()), origin: Origin }),
  z.object({ kind: z.literal('version-at-least'), version: z.string(), origin: Origin }),
]);
export type Limit = z.infer<typeof Limit>;

export const Slack = z.object({
  value: z.number(),
  minus: z.number().nullable(),
  plus: z.number().nullable(),
});
export type Slack = z.infer<typeof Slack>;

/**
 * The one kind of answer: a limit, the value, and what is left of it.
 * `use` is the share of the limit taken up (1 = at the brim), null where it has no meaning.
 * `left` is in the margin's unit, negative where the limit is passed.
 * `missing` names the numbers that an unknown verdict waits for.
 */
export const Margin = z.object({
  id: z.string(),
  what: z.string(),
  unit: MarginUnit,
  limit: Limit,
  value: z.union([Estimate, Named]),
  verdict: Verdict,
  left: Slack.nullable(),
  use: z.number().nullable(),
  missing: z.array(Missing),
  remedy: z.string().nullable(),
  note: z.string().nullable(),
  combination: z.enum(['worst-case', 'root-sum-square']),
  /** Where use is counted from, in the margin's unit: the room for a temperature, else 0. */
  zero: z.number().default(0),
});
export type Margin = z.infer<typeof Margin>;
