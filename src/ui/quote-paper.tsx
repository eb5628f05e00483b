import type { JobView } from '@/core/job-view';
import type { Quote } from '@/core/money';
import { practiceNote } from '@/core/sheet';
import { showMoney } from '@/core/units';
import { showDate } from './clock';

/** A quote or a final account on paper: lines, each tax on its base, rounding, the total, and where it differs from what was said before. */
export function QuotePaper({ quote, view }: { quote: Quote; view: JobView }) {
  const { job, frame, profile } = view;
  const { settings } = frame;
  const money = (minor: number) => showMoney({ minor, currency: quote.currency }, settings.locale);
  const row = (what: string, minor: number, isTotal = false) => (
    <p
      key={what}
      className={`flex justify-between gap-4 py-1 ${isTotal ? 'border-t border-black/60 text-[1.0625rem] font-bold' : 'border-b border-black/15'}`}
    >
      <span className="min-w-0 break-words">{what}</span>
      <span className="figures whitespace-nowrap">{money(minor)}</span>
    </p>
  );
  const title = quote.kind === 'quote' ? 'Quote' : 'Final account';
  return (
    <article
      aria-label={`${title} ${quote.number ?? ''}`}
      className="mx-auto w-full max-w-[800px] bg-white px-4 py-5 text-[0.875rem] text-[#1d1512] shadow-[0_0_0_1px_var(--line)] sm:px-9 sm:py-8 print:max-w-none print:p-0 print:shadow-none"
    >
      <p className="flex justify-between gap-4 text-[#5d4d40]">
        <span>{settings.workshop}</span>
        <span>
          {job.id} · {showDate(quote.at, settings)}
        </span>
      </p>
      <h2 className="mt-2 text-[1.6875rem] leading-tight">
        {title} {quote.number}
      </h2>
      {job.takeIn.practice && <p className="mt-1 font-semibold text-[#8a5606]">{practiceNote}</p>}
      <p className="mt-1 break-words" dir="auto">
        {profile.maker} {profile.name} for {job.takeIn.owner}
        {job.takeIn.place && `, ${job.takeIn.place}`}
      </p>
      <section className="mt-4">
        {quote.lines.map(({ what, minor }) => row(what, minor))}
        {quote.taxes.length > 0 && row('Before tax', quote.netMinor)}
        {quote.taxes.map(({ name, basisPoints, baseMinor, minor }) =>
          row(`${name}, ${basisPoints / 100} % of ${money(baseMinor)}`, minor),
        )}
        {quote.roundingMinor !== 0 && row('Rounding', quote.roundingMinor)}
        {row('In all', quote.totalMinor, true)}
      </section>
      {quote.validUntil && <p className="mt-3">It holds until {quote.validUntil}.</p>}
      {quote.against && (
        <section className="mt-4">
          <h3 className="text-[1rem]">
            Against the quote {quote.against.number}, {money(quote.against.totalMinor)}
          </h3>
          {quote.against.differences.length === 0 ? (
            <p>No difference.</p>
          ) : (
            quote.against.differences.map(({ what, minor }) => row(what, minor))
          )}
        </section>
      )}
      <p className="mt-4 text-[0.8125rem] text-[#5d4d40]">
        No bill and no receipt: it says what the work comes to.
      </p>
    </article>
  );
}
