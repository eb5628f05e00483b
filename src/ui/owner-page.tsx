import {
  type Sheet,
  beforeWords,
  habitNote,
  howKnown,
  lossWords,
  marginOptions,
  practiceNote,
} from '@/core/sheet';
import { gradeWords } from '@/core/copy';
import { type ShowOptions, showBytes, showEstimate, showMoney } from '@/core/units';
import { showDate } from './clock';
import { Listed } from './sheet-paper';

type Props = {
  sheet: Sheet;
  options: ShowOptions & { locale: string; timeZone: string };
  workshop: string;
  draft: boolean;
};

/** The owner’s page, one side: what was done, what was seen, what is only stated or forecast, what to do in the first days. */
export function OwnerPage({ sheet, options, workshop, draft }: Props) {
  const own = { ...options, habit: sheet.showsCapacity };
  const size = (bytes: number) => showBytes(bytes, own);
  const seen = sheet.margins.filter(
    ({ station, margin }) => station === 'prove' && howKnown(margin) === 'seen',
  );
  const notSeen = sheet.margins.filter(
    ({ station, margin }) => station === 'prove' && howKnown(margin) === 'unknown',
  );
  const forecast = sheet.margins.filter(
    ({ station, margin }) => station === 'fit' && margin.id === 'heat' && howKnown(margin) === 'forecast',
  );
  return (
    <article
      aria-label="Owner’s page"
      className="mx-auto w-full max-w-[800px] bg-white px-4 py-5 text-[15px] text-[#1d1512] shadow-[0_0_0_1px_var(--line)] sm:px-9 sm:py-8 print:max-w-none print:p-0 print:text-[13px] print:shadow-none"
    >
      {draft && (
        <p className="mb-3 border-2 border-[#8a5606] px-3 py-1 font-semibold text-[#8a5606]">
          Draft: the job is not finished.
        </p>
      )}
      <p className="flex justify-between gap-4 text-[#5d4d40]">
        <span>{workshop}</span>
        <span>
          {sheet.job} · {showDate(sheet.madeAt, options)}
        </span>
      </p>
      <h2 className="mt-2 text-[27px] leading-tight">Your {sheet.device}</h2>
      {sheet.practice && <p className="mt-1 font-semibold text-[#8a5606]">{practiceNote}</p>}
      <p className="mt-1 break-words" dir="auto">
        For {sheet.owner}
        {sheet.place && `, ${sheet.place}`}. Serial number {sheet.serial || 'not given'}.
      </p>
      <p className="mt-3">
        {sheet.before.bytes ? (
          <>
            Its drive held <b className="figures">{beforeWords(sheet, size)}</b>;{' '}
          </>
        ) : (
          'Its place was empty; '
        )}
        {draft ? 'it is to get' : 'in it is now'} one of <b className="figures">{size(sheet.after.bytes)}</b>,
        by its label: {sheet.after.drive}, serial {sheet.after.serial}. {habitNote(sheet)}
      </p>
      <Listed
        title="Seen on it when it was done"
        items={[
          ...seen.map(
            ({ station, margin }) =>
              `${margin.what}: ${showEstimate(margin.value, margin.unit, marginOptions(sheet, station, options))}`,
          ),
          ...(sheet.copy ? [`The copy of your old drive: ${gradeWords[sheet.copy.grade]}`] : []),
        ]}
      />
      <Listed title="Not seen" items={notSeen.map(({ margin }) => margin.what)} />
      <Listed
        title="Forecast, not measured"
        items={forecast.map(
          ({ station, margin }) =>
            `${margin.what}: ${showEstimate(margin.value, margin.unit, marginOptions(sheet, station, options))}`,
        )}
      />
      <Listed title="Stated by a paper" items={sheet.guarantee ? [sheet.guarantee] : []} />
      <Listed
        title="What did not come across"
        items={sheet.losses.map(({ what, fate }) => `${what}: ${lossWords(fate)}`)}
      />
      <Listed
        title="Changed for good"
        items={sheet.forGood.map(({ what, agreed }) => `${what}${agreed ? ', as you agreed' : ''}`)}
      />
      <Listed title="In the first days" items={sheet.firstDays} />
      <Listed title="Please note" items={[`${sheet.oldDrive}.`, ...sheet.cautions]} />
      <section className="mt-4 print:break-inside-avoid">
        <h3 className="text-[16px]">Parts</h3>
        {sheet.parts.map((part) => (
          <p key={part.what} className="flex justify-between gap-3">
            <span>{part.what}</span>
            <span className="figures whitespace-nowrap">{showMoney(part.price, options.locale)}</span>
          </p>
        ))}
        {sheet.totals.map((total) => (
          <p
            key={total.currency}
            className="mt-1 flex justify-between gap-3 border-t border-black/40 font-bold"
          >
            <span>Parts in all; work is not in it</span>
            <span className="figures">{showMoney(total, options.locale)}</span>
          </p>
        ))}
      </section>
      <div className="mt-10 grid grid-cols-2 gap-10 print:break-inside-avoid">
        {['Handed over, for the workshop', 'Received, the owner'].map((who) => (
          <p key={who} className="border-t border-black/60 pt-1 text-[13px]">
            {who}, date and signature
          </p>
        ))}
      </div>
    </article>
  );
}
