import { Day } from '../part';
import { minorDigits, parseDecimal } from '../units';
import type { PriceSeen } from './price-seen';

type Row = Record<string, string>;

/** A part as a price list may name it: by its id, or by maker, model and size. */
export type Priced = { id: string; maker: string; model: string; labelGB: number | null };

/** What is wrong in a line of a price list: `row` as the file’s own line, the column, a plain sentence, and a cell that would do. */
export type PriceFault = { row: number; column: string; fault: string; fix: string };

const small = (text: string | undefined): string => (text ?? '').trim().toLowerCase();

/** The part that a line is about; null where none or more than one is. */
function partOf(row: Row, parts: Priced[]): Priced | null {
  const id = small(row.id);
  if (id) return parts.find((part) => part.id === id) ?? null;
  const size = small(row.GB ?? row.gb ?? row.labelGB);
  const found = parts.filter(
    ({ maker, model, labelGB }) =>
      small(row.maker) === maker.toLowerCase() &&
      small(row.model) === model.toLowerCase() &&
      (size === '' ? labelGB === null : String(labelGB) === size),
  );
  return found.length === 1 ? (found[0] ?? null) : null;
}

/** A day of a list, not before 2000 and not after today. */
function dayOf(text: string, today: string): string | null {
  const day = Day.safeParse(text);
  return day.success && day.data >= '2000-01-01' && day.data <= today.slice(0, 10) ? day.data : null;
}

/**
 * One line of a price list as a price that was seen, or what is wrong in it. Columns: id, or maker, model and GB; price; currency,
 * seller, date and stock where they are there. `line` is the file’s own.
 */
export function priceOfRow(
  row: Row,
  line: number,
  known: { parts: Priced[]; currency: string; today: string },
): { price: PriceSeen } | { faults: PriceFault[] } {
  const faults: PriceFault[] = [];
  const wrong = (column: string, fault: string, fix: string) =>
    faults.push({ row: line, column, fault, fix });
  const part = partOf(row, known.parts);
  if (!part)
    wrong(
      row.id ? 'id' : 'model',
      row.id
        ? `No part of the catalogue is called “${row.id.slice(0, 60)}”.`
        : 'No single part of the catalogue has this maker, model and size.',
      'Name it by its id, such as ostrel-marl-2000, or by maker, model and GB as at Parts.',
    );
  const amount = parseDecimal(row.price ?? '');
  if (!amount.ok) wrong('price', 'The price is no number.', 'Such as 89.90 or 89,90.');
  else if (amount.value <= 0 || amount.value > 1e7) wrong('price', 'No part costs that.', 'Such as 89.90.');
  const currency = (row.currency?.trim() || known.currency).toUpperCase();
  if (!/^[A-Z]{3}$/u.test(currency))
    wrong('currency', `“${currency.slice(0, 20)}” is no currency.`, 'Three letters, such as EUR.');
  const date = row.date?.trim() ?? '';
  const day = date === '' ? known.today.slice(0, 10) : dayOf(date, known.today);
  if (day === null) wrong('date', `“${date.slice(0, 20)}” is no day up to today.`, 'Such as 2026-05-18.');
  const stockText = row.stock?.trim() ?? '';
  const stock = /^\d{1,5}$/u.test(stockText) ? Number(stockText) : null;
  if (stockText !== '' && stock === null)
    wrong('stock', `“${stockText.slice(0, 20)}” is no count.`, 'A whole number, such as 4, or nothing.');
  if (!part || !amount.ok || day === null || faults.length > 0) return { faults };
  return {
    price: {
      partId: part.id,
      day,
      price: { minor: Math.round(amount.value * 10 ** minorDigits(currency)), currency },
      seller: (row.seller ?? '').trim().slice(0, 120),
      stock,
    },
  };
}
