import { useState } from 'react';
import type { MoneySettings } from '@/core/money';
import { minorDigits, parseDecimal, parseMoney } from '@/core/units';
import { Field } from './field';
import { Card } from './station-frame';

type Props = {
  money: MoneySettings | null | undefined;
  currency: string;
  /** What was typed: null where nothing was, and `faulty` where it does not read. */
  onChange: (money: MoneySettings | null | 'faulty') => void;
};

const taxWords = ({ taxes }: Pick<MoneySettings, 'taxes'>): string =>
  taxes
    .map(({ name, basisPoints, on }) => `${name} ${basisPoints / 100}${on === 'all' ? '' : ` ${on}`}`)
    .join(', ');
const bandWords = ({ bands }: Pick<MoneySettings, 'bands'>, one: number): string =>
  bands.map(({ upToMinutes, minor }) => `${upToMinutes} min ${minor / one}`).join(', ');

/** "Sales tax 21.5, Recycling 1 parts": a name, a percentage, and what it is on where that is not all. Null where it does not read. */
function taxesOf(text: string): MoneySettings['taxes'] | null {
  const taxes: MoneySettings['taxes'] = [];
  for (const part of text
    .split(/,\s+|;|\n/u)
    .map((one) => one.trim())
    .filter(Boolean)) {
    const read = /^(.{1,40}?)\s+(\d{1,3}(?:[.,]\d{1,2})?)\s*%?(?:\s+(parts|labour|all))?$/u.exec(part);
    const percent = read && parseDecimal(read[2] ?? '');
    if (!read || !percent?.ok || percent.value > 100) return null;
    taxes.push({
      name: read[1] ?? '',
      basisPoints: Math.round(percent.value * 100),
      on: (read[3] as 'parts' | 'labour' | 'all' | undefined) ?? 'all',
    });
  }
  return taxes.length <= 6 ? taxes : null;
}

/** "30 min 25, 60 min 40": up to so many minutes, so much. Null where it does not read. */
function bandsOf(text: string, currency: string): MoneySettings['bands'] | null {
  const bands: MoneySettings['bands'] = [];
  for (const part of text
    .split(/,\s+|;|\n/u)
    .map((one) => one.trim())
    .filter(Boolean)) {
    const read = /^(\d{1,4})\s*min\s+(.+)$/u.exec(part);
    const amount = read && parseMoney(read[2] ?? '', currency);
    if (!read || !amount?.ok) return null;
    bands.push({ upToMinutes: Number(read[1]), minor: amount.value.minor });
  }
  const rises = bands.every(
    ({ upToMinutes }, i) => i === 0 || upToMinutes > (bands[i - 1]?.upToMinutes ?? 0),
  );
  return rises && bands.length <= 12 ? bands : null;
}

/** What work costs here: by the minute or by bands, taxes each a line, rounding, and how long a quote holds. */
export function MoneyForm({ money, currency, onChange }: Props) {
  const one = 10 ** minorDigits(/^[A-Z]{3}$/u.test(currency) ? currency : 'EUR');
  const [typed, setTyped] = useState({
    hour: money ? String(money.hourMinor / one) : '',
    bands: money ? bandWords(money, one) : '',
    taxes: money ? taxWords(money) : '',
    round: money ? String(money.roundToMinor / one) : '',
    valid: money ? String(money.validDays) : '',
  });
  const faults: Partial<Record<keyof typeof typed, string>> = {};
  const read = (now: typeof typed): MoneySettings | null | 'faulty' => {
    if (now.hour.trim() === '') return null;
    const hour = parseMoney(now.hour, currency);
    const round = parseMoney(now.round || String(1 / one), currency);
    const taxes = taxesOf(now.taxes);
    const bands = bandsOf(now.bands, currency);
    const valid = Number(now.valid || 30);
    if (!hour.ok) faults.hour = hour.fault.sentence;
    if (!round.ok || round.value.minor < 1) faults.round = 'Type the smallest step, such as 0.05.';
    if (!taxes)
      faults.taxes = 'Write a name and a percentage each, such as “Sales tax 21.5, Recycling 1 parts”.';
    if (!bands) faults.bands = 'Write rising minutes and amounts, such as “30 min 25, 60 min 40”.';
    if (!Number.isInteger(valid) || valid < 1 || valid > 365) faults.valid = 'Type 1 to 365 days.';
    return hour.ok && round.ok && taxes && bands && Object.keys(faults).length === 0
      ? { hourMinor: hour.value.minor, bands, taxes, roundToMinor: round.value.minor, validDays: valid }
      : 'faulty';
  };
  read(typed);
  const field = (name: keyof typeof typed, label: string, hint: string) => (
    <Field
      label={label}
      value={typed[name]}
      hint={hint}
      error={faults[name]}
      onChange={({ target }) => {
        const next = { ...typed, [name]: target.value };
        setTyped(next);
        for (const key of Object.keys(faults)) delete faults[key as keyof typeof typed];
        onChange(read(next));
      }}
    />
  );
  return (
    <Card title="What work costs" hint={`in ${currency}; quotes need it`}>
      <div className="grid gap-4 md:grid-cols-2">
        {field('hour', 'An hour of work', 'empty: no quotes are issued')}
        {field('bands', 'Or by bands', 'such as 30 min 25, 60 min 40; beyond them by the hour')}
        {field('taxes', 'Taxes', 'such as Sales tax 21.5, Recycling 1 parts; a line each')}
        {field('round', 'Totals are rounded to', 'such as 0.05')}
        {field('valid', 'A quote holds for, days', '30 where nothing is typed')}
      </div>
    </Card>
  );
}
