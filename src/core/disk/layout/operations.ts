import { z } from 'zod';
import type { CopyPlan } from './copy-plan';
import { type Layout, type PlacedPart, placedBytes } from './layout';

const Seconds = z.object({ least: z.number(), middle: z.number(), most: z.number() });

/** One thing that happens to the new drive, in order. `bytes` are what moves; times are null where nothing is known of the rate. */
export const Operation = z.object({
  kind: z.enum(['copy', 'read-back', 'rewrite', 'clear', 'table', 'leave', 'device']),
  what: z.string(),
  bytes: z.int().nonnegative(),
  seconds: Seconds.nullable(),
});
export type Operation = z.infer<typeof Operation>;

/** A sustained rate, bytes a second, with what nine of ten copies stay within. */
export type RateRange = { least: number; middle: number; most: number };

/**
 * How far real copies stray from a case's stated rate, as shares of it: a named default until the logbook knows the bench's own.
 * Slow: a warm case, small files in crumbs, a drive past its fast cache; fast: a short cable and a good port.
 */
export const rateSpread = { least: 0.6, most: 1.1 } as const;

export const rateRange = (bytesPerS: number): RateRange => ({
  least: bytesPerS * rateSpread.least,
  middle: bytesPerS,
  most: bytesPerS * rateSpread.most,
});

const called = (part: PlacedPart) => `“${part.name || `part ${part.number}`}”`;

function times(bytes: number, rate: RateRange | null): Operation['seconds'] {
  return rate && { least: bytes / rate.most, middle: bytes / rate.middle, most: bytes / rate.least };
}

/** Adds what single operations take. */
export function totalSeconds(operations: Operation[]): Operation['seconds'] {
  const known = operations.flatMap(({ seconds }) => seconds ?? []);
  if (known.length === 0) return null;
  const sum = (pick: (s: z.infer<typeof Seconds>) => number) =>
    known.reduce((total, s) => total + pick(s), 0);
  return { least: sum((s) => s.least), middle: sum((s) => s.middle), most: sum((s) => s.most) };
}

/** What a copy by this plan does, in order, with bytes and time; what only the device can do comes last. */
export function operationsOf(layout: Layout, plan: CopyPlan, rate: RateRange | null): Operation[] {
  const list: Operation[] = [];
  const add = (kind: Operation['kind'], what: string, bytes = 0) =>
    list.push({ kind, what, bytes, seconds: bytes > 0 ? times(bytes, rate) : null });
  const start = plan.spans.filter(({ part }) => part === 0).reduce((sum, span) => sum + span.bytes, 0);
  if (start > 0) add('copy', 'Copy the drive’s beginning, with its programs and records', start);
  for (const part of layout.parts) {
    const spans = plan.spans.filter((span) => span.part === part.number);
    const bytes = spans.reduce((sum, span) => sum + span.bytes, 0);
    const isWhole = spans.length === 1 && spans[0]!.bytes === placedBytes(layout, part);
    if (bytes > 0) add('copy', `Copy ${called(part)}, ${isWhole ? 'all of it' : 'its used blocks'}`, bytes);
  }
  add('read-back', 'Read everything back and compare', plan.bytes);
  for (const part of layout.parts) {
    const name = part.name || `part ${part.number}`;
    const own = plan.rewrites.filter(({ what }) => what.startsWith(`${name}: `));
    const fields = own.map(({ what }) => what.slice(name.length + 2)).join(', ');
    if (part.change === 'new') add('clear', `Clear the start of ${called(part)}, for its installer`);
    else if (own.length > 0)
      add('rewrite', `Rewrite in ${called(part)} what names its place and size: ${fields}`);
  }
  if (layout.kind === 'gpt')
    add('table', 'Write the partition table: its mirror at the true end first, sector 0 last');
  if (layout.kind === 'record' && plan.rewrites.some(({ offset }) => offset === 0))
    add('table', 'Write the size of the last part into sector 0');
  for (const { name, number } of layout.dropped)
    add('leave', `Leave “${name || `part ${number}`}” behind: it stays on the old drive alone`);
  for (const part of layout.parts.filter(({ grownBy }) => grownBy === 'device'))
    add(
      'device',
      `${called(part)} keeps the size of its file system until the device grows it at first start; Prove asks for the reading`,
    );
  return list;
}
