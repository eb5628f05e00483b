import type { ReactNode } from 'react';
import { type Sheet, practiceNote } from '@/core/sheet';
import { type ShowOptions, showMoney } from '@/core/units';
import { showDate } from './clock';

export type PaperProps = {
  sheet: Sheet;
  options: ShowOptions & { locale: string; timeZone: string };
  workshop: string;
  draft: boolean;
};

/** A paper with its head: who made it, for which job and day, about which device, for whom; and what it is no proof of. */
export function Paper({
  label,
  title,
  sheet,
  options,
  workshop,
  draft,
  children,
}: PaperProps & { label: string; title: string; children: ReactNode }) {
  return (
    <article
      aria-label={label}
      className="mx-auto w-full max-w-[800px] bg-white px-4 py-5 text-[0.875rem] text-[#1d1512] shadow-[0_0_0_1px_var(--line)] [--clear-fill:#2c8a76] [--clear:#1b7261] [--over:#a7253a] [--soft:#5d4d40] [--tight-fill:#c98e1b] [--tight:#8a5606] sm:px-9 sm:py-8 print:max-w-none print:p-0 print:text-[0.8125rem] print:shadow-none"
    >
      {draft && (
        <p className="mb-3 border-2 border-[#8a5606] px-3 py-1 font-semibold text-[#8a5606]">
          Draft: the job is not finished.
        </p>
      )}
      <p className="flex justify-between gap-4 text-[#5d4d40]">
        <span>{workshop}</span>
        <span>
          {sheet.number ? `${sheet.number} · ` : ''}
          {sheet.job} · {showDate(sheet.madeAt, options)}
        </span>
      </p>
      <h2 className="mt-2 text-[1.6875rem] leading-tight">{title}</h2>
      {sheet.practice && <p className="mt-1 font-semibold text-[#8a5606]">{practiceNote}</p>}
      <p className="mt-1 break-words" dir="auto">
        For {sheet.owner}
        {sheet.place && `, ${sheet.place}`}. Serial number {sheet.serial || 'not given'}.
      </p>
      {children}
    </article>
  );
}

/** A heading with its points; nothing where there are none. */
export function Listed({ title, items }: { title: string; items: string[] }) {
  if (items.length === 0) return null;
  return (
    <section className="mt-4 print:break-inside-avoid">
      <h3 className="text-[1rem]">{title}</h3>
      <ul className="list-disc pl-5">
        {items.map((item) => (
          <li key={item} className="break-words" dir="auto">
            {item}
          </li>
        ))}
      </ul>
    </section>
  );
}

/** Parts with their prices and what they come to. */
export function PricedParts({ sheet, inAll, locale }: { sheet: Sheet; inAll: string; locale: string }) {
  return (
    <section className="print:break-inside-avoid">
      <h3 className="text-[1rem]">Parts</h3>
      {sheet.parts.map((part) => (
        <p key={part.what} className="flex justify-between gap-3">
          <span>{part.what}</span>
          <span className="figures whitespace-nowrap">{showMoney(part.price, locale)}</span>
        </p>
      ))}
      {sheet.totals.map((total) => (
        <p
          key={total.currency}
          className="mt-1 flex justify-between gap-3 border-t border-black/40 font-bold"
        >
          <span>{inAll}</span>
          <span className="figures">{showMoney(total, locale)}</span>
        </p>
      ))}
    </section>
  );
}
