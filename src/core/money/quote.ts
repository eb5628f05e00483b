import * as z from 'zod';
import { type Result, ok, refuse } from '../result';
import type { Money } from '../units';
import type { MoneySettings } from './money-settings';

const line = z.object({ what: z.string(), kind: z.enum(['part', 'labour']), minor: z.int() });

/** What a job costs, before (a quote) or after (the final account of it): numbered when it is issued, and not changed any more. */
export const Quote = z.object({
  schema: z.literal('jicara.quote/1'),
  kind: z.enum(['quote', 'final']),
  /** Given in the transaction that issues it; null only until then. */
  number: z.string().nullable(),
  at: z.iso.datetime(),
  by: z.string(),
  currency: z.string(),
  validUntil: z.iso.date().nullable(),
  minutes: z.number().nonnegative(),
  lines: z.array(line),
  netMinor: z.int(),
  taxes: z.array(z.object({ name: z.string(), basisPoints: z.int(), baseMinor: z.int(), minor: z.int() })),
  roundingMinor: z.int(),
  totalMinor: z.int(),
  /** For a final one: the quote before it, and where the difference comes from; null where none was issued. */
  against: z
    .object({
      number: z.string().nullable(),
      totalMinor: z.int(),
      differences: z.array(z.object({ what: z.string(), minor: z.int() })),
    })
    .nullable(),
});
export type Quote = z.infer<typeof Quote>;

/** Half up, away from zero for what is below it: exact for whole numbers up to 2⁵³ over the divisor. */
const divided = (a: number, by: number): number =>
  Math.sign(a) * Math.floor((Math.abs(a) * 2 + by) / (2 * by));

/** What work costs: by the band that it falls in, beyond the last band and without bands by the minute. */
export function labourMinor({ hourMinor, bands }: MoneySettings, minutes: number): number {
  const band = bands.find(({ upToMinutes }) => minutes <= upToMinutes);
  return band ? band.minor : divided(Math.round(minutes) * hourMinor, 60);
}

type Asked = {
  kind: Quote['kind'];
  at: string;
  by: string;
  currency: string;
  parts: { what: string; price: Money }[];
  minutes: number;
  /** The quote that a final one is held against; null where none was issued. */
  before: Quote | null;
};

/**
 * What parts and work come to with every tax on its own base, rounded half up once a tax, and the total rounded as the workshop
 * rounds. Faults: `currencies`, where a part has another currency than the workshop's.
 */
export function quoteOf(settings: MoneySettings, asked: Asked): Result<Quote> {
  const { kind, at, by, currency, parts, minutes, before } = asked;
  const strange = parts.find(({ price }) => price.currency !== currency);
  if (strange)
    return refuse(
      'currencies',
      `${strange.what} is priced in ${strange.price.currency}, and this workshop counts in ${currency}.`,
      'Enter its price in the workshop’s currency.',
    );
  const labour = labourMinor(settings, minutes);
  const partsMinor = parts.reduce((sum, { price }) => sum + price.minor, 0);
  const bases = { all: partsMinor + labour, parts: partsMinor, labour };
  const taxes = settings.taxes.map(({ name, basisPoints, on }) => ({
    name,
    basisPoints,
    baseMinor: bases[on],
    minor: divided(bases[on] * basisPoints, 10_000),
  }));
  const exact = bases.all + taxes.reduce((sum, { minor }) => sum + minor, 0);
  const totalMinor = divided(exact, settings.roundToMinor) * settings.roundToMinor;
  const quote: Quote = {
    schema: 'jicara.quote/1',
    kind,
    number: null,
    at,
    by,
    currency,
    validUntil: kind === 'quote' ? daysAfter(at, settings.validDays) : null,
    minutes,
    lines: [
      ...parts.map(({ what, price }) => ({ what, kind: 'part' as const, minor: price.minor })),
      { what: `Work, ${Math.round(minutes)} min`, kind: 'labour' as const, minor: labour },
    ],
    netMinor: bases.all,
    taxes,
    roundingMinor: totalMinor - exact,
    totalMinor,
    against: null,
  };
  return ok(kind === 'final' && before ? { ...quote, against: againstOf(quote, before) } : quote);
}

const daysAfter = (at: string, days: number): string =>
  new Date(Date.parse(at) + days * 86_400_000).toISOString().slice(0, 10);

/** Where a final account differs from its quote: line by line, taxes and rounding too; the differences add up to that of the totals. */
function againstOf(now: Quote, before: Quote): NonNullable<Quote['against']> {
  const amounts = ({ lines, taxes, roundingMinor }: Quote) => {
    const sums = new Map<string, number>();
    const add = (what: string, minor: number) => sums.set(what, (sums.get(what) ?? 0) + minor);
    for (const { what, kind, minor } of lines) add(kind === 'labour' ? 'Work' : what, minor);
    for (const { name, minor } of taxes) add(name, minor);
    add('Rounding', roundingMinor);
    return sums;
  };
  const [after, earlier] = [amounts(now), amounts(before)];
  const differences = [...new Set([...after.keys(), ...earlier.keys()])].flatMap((what) => {
    const minor = (after.get(what) ?? 0) - (earlier.get(what) ?? 0);
    return minor === 0 ? [] : [{ what, minor }];
  });
  return { number: before.number, totalMinor: before.totalMinor, differences };
}
