import {
  beforeWords,
  habitNote,
  howKnown,
  kindsWords,
  lossWords,
  marginOptions,
  thingsWords,
} from '@/core/sheet';
import { gradeWords, isProofOfDrive } from '@/core/copy';
import { showBytes, showEstimate, showMoney } from '@/core/units';
import { Listed, Paper, type PaperProps, PricedParts } from './paper';

/** The owner’s page, one side: what was done, what was seen, what is only stated or forecast, what to do in the first days. */
export function OwnerPage(props: PaperProps) {
  const { sheet, options, draft } = props;
  const own = { ...options, habit: sheet.showsCapacity };
  const size = (bytes: number) => showBytes(bytes, own);
  const seen = sheet.margins.filter(
    ({ station, margin }) => station === 'prove' && howKnown(margin) === 'seen',
  );
  const notSeen = sheet.margins.filter(
    ({ station, margin }) => station === 'prove' && howKnown(margin) === 'unknown',
  );
  const forecast = sheet.margins.filter(
    ({ station, margin }) =>
      station === 'fit' &&
      margin.id === 'heat' &&
      howKnown(margin) === 'forecast' &&
      // Where it was read under load the forecast has done its work.
      !seen.some((one) => one.margin.id === 'drive-temperature'),
  );
  return (
    <Paper {...props} label="Owner’s page" title={`Your ${sheet.device}`}>
      {sheet.wentBack !== null && (
        <p className="mt-3 text-[1.0625rem] font-bold">
          Not upgraded: its old drive is in it again. {sheet.wentBack}
        </p>
      )}
      {sheet.wentBack === null && (
        <p className="mt-3">
          {sheet.before.bytes ? (
            <>
              Its drive held <b className="figures">{beforeWords(sheet, size)}</b>;{' '}
            </>
          ) : (
            'Its place was empty; '
          )}
          {draft ? 'it is to get' : 'in it is now'} one of{' '}
          <b className="figures">{size(sheet.after.bytes)}</b>, by its label: {sheet.after.drive}, serial{' '}
          {sheet.after.serial}. {habitNote(sheet)}
        </p>
      )}
      <Listed
        title="Seen on it when it was done"
        items={[
          ...seen.map(
            ({ station, margin }) =>
              `${margin.what}: ${showEstimate(margin.value, margin.unit, marginOptions(sheet, station, options))}`,
          ),
          ...(sheet.copy && isProofOfDrive(sheet.copy)
            ? [`The copy of your old drive: ${gradeWords[sheet.copy.grade]}`]
            : []),
        ]}
      />
      <Listed
        title="Not seen"
        items={[
          ...notSeen.map(({ margin }) => margin.what),
          ...(sheet.copy && !isProofOfDrive(sheet.copy)
            ? [`Whether the copy of your old drive is whole: ${gradeWords[sheet.copy.grade]}`]
            : []),
        ]}
      />
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
      <Listed title="Where things go" items={[...thingsWords(sheet, size), ...kindsWords(sheet)]} />
      <Listed title="In the first days" items={sheet.firstDays} />
      <Listed
        title="Looked after"
        items={sheet.care.map(({ what, how, due }) => `${due}: ${what}. ${how}`)}
      />
      <Listed title="Please note" items={[`${sheet.oldDrive}.`, ...sheet.cautions]} />
      <div className="mt-4">
        <PricedParts sheet={sheet} inAll="Parts in all; work is not in it" locale={options.locale} />
        {sheet.price && (
          <p className="mt-1 flex justify-between gap-3 font-bold">
            <span>
              {sheet.price.kind === 'final' ? 'To pay, with work and tax' : 'As quoted, with work and tax'},{' '}
              {sheet.price.number}
            </span>
            <span className="figures">{showMoney(sheet.price.total, options.locale)}</span>
          </p>
        )}
      </div>
      <div className="mt-10 grid grid-cols-2 gap-10 print:break-inside-avoid">
        {['Handed over, for the workshop', 'Received, the owner'].map((who) => (
          <p key={who} className="border-t border-black/60 pt-1 text-[0.8125rem]">
            {who}, date and signature
          </p>
        ))}
      </div>
    </Paper>
  );
}
