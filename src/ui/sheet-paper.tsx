import {
  type HowKnown,
  type Sheet,
  beforeWords,
  kindsWords,
  thingsWords,
  habitNote,
  howKnown,
  knownWords,
  lossWords,
  marginOptions,
  partitionBefore,
  waysOfKnowing,
} from '@/core/sheet';
import { proofSentences } from '@/core/copy';
import { type ShowOptions, showBytes, showDuration, showEstimate, showLeft, showLimit } from '@/core/units';
import { BowlSign } from './bowl-sign';
import { Listed, Paper, type PaperProps, PricedParts } from './paper';
import { verdictWord } from './verdict-words';

const th = 'border-b border-black/40 py-1 pr-3 text-left font-semibold';
const td = 'border-b border-black/15 py-1 pr-3 align-top';

/** The technician’s sheet on paper: the same object that downloads as JSON and Markdown. */
export function SheetPaper(props: PaperProps) {
  const { sheet, options } = props;
  const size = (bytes: number) => showBytes(bytes, { locale: options.locale });
  return (
    <Paper {...props} label="Technician’s sheet" title={`${sheet.device}: storage upgrade`}>
      {sheet.wentBack !== null && (
        <p className="mt-3 font-bold">Not upgraded: the old drive is in it again. {sheet.wentBack}</p>
      )}
      <div className="mt-4 grid gap-6 sm:grid-cols-2 print:grid-cols-2">
        <div>
          <h3 className="text-[0.9375rem]">Before</h3>
          <p className="font-display text-[1.5rem] font-bold">{beforeWords(sheet, size)}</p>
          <p className="text-[#5d4d40]">{sheet.before.drive}</p>
        </div>
        <div>
          <h3 className="text-[0.9375rem]">After</h3>
          <p className="font-display text-[1.5rem] font-bold">{size(sheet.after.bytes)}</p>
          <p className="text-[#5d4d40]">
            {sheet.after.drive}, {sheet.after.benchLabel}, serial {sheet.after.serial}
          </p>
        </div>
      </div>
      {waysOfKnowing.map((how) => (
        <MarginTable
          key={how}
          how={how}
          sheet={sheet}
          options={options}
          lines={sheet.margins.filter(({ margin }) => howKnown(margin) === how)}
        />
      ))}
      {habitNote(sheet) && <p className="mt-1 text-[0.8125rem]">{habitNote(sheet)}</p>}
      {sheet.partitions.length > 0 && (
        <>
          <h3 className="mt-5 text-[1rem]">Partitions</h3>
          <div className="overflow-x-auto">
            <table className="mt-1 w-full border-collapse text-[0.8125rem]">
              <thead>
                <tr>
                  <th className={th}>Partition</th>
                  <th className={th}>Before</th>
                  <th className={th}>After</th>
                  <th className={th}>Change</th>
                </tr>
              </thead>
              <tbody>
                {sheet.partitions.map((part) => (
                  <tr key={part.name}>
                    <td className={td}>{part.name}</td>
                    <td className={`${td} figures`}>{partitionBefore(part, size)}</td>
                    <td className={`${td} figures`}>{size(part.afterBytes)}</td>
                    <td className={td}>{part.change}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        </>
      )}
      {sheet.copy && (
        <p className="mt-4">
          <b>Copy:</b> {proofSentences(sheet.copy, size).join(' ')}{' '}
          {sheet.copy.blocks > 0 && (
            <>
              It took {showDuration(sheet.copy.seconds)}. SHA-256 over all block digests:{' '}
              <span className="figures break-all text-[0.75rem]">{sheet.copy.sha256}</span>
            </>
          )}
        </p>
      )}
      <div className="mt-4 grid gap-6 sm:grid-cols-2 print:grid-cols-2">
        <PricedParts sheet={sheet} inAll="in all" locale={options.locale} />
        <div>
          <h3 className="text-[1rem]">Work</h3>
          {sheet.work.map((work) => (
            <p key={work.by}>
              {work.by}: {work.acts} steps, usually {work.minutes.toFixed(0)} min
            </p>
          ))}
          <p>
            Screws: {sheet.screws.total - sheet.screws.inBowl} of {sheet.screws.total} in place
          </p>
          <p>{sheet.oldDrive}.</p>
        </div>
      </div>
      {sheet.notes.length > 0 && (
        <>
          <h3 className="mt-4 text-[1rem]">Notes</h3>
          <ul className="list-disc pl-5">
            {sheet.notes.map((note) => (
              <li key={note.at + note.text} className="break-words" dir="auto">
                {note.text} ({note.by})
              </li>
            ))}
          </ul>
        </>
      )}
      <Listed
        title="What did not come across"
        items={sheet.losses.map(({ what, fate }) => `${what}: ${lossWords(fate)}`)}
      />
      <Listed
        title="Changed for good"
        items={sheet.forGood.map(
          ({ what, why, agreed }) =>
            `${what}. ${why} ${agreed ? 'The owner had agreed.' : 'Nobody noted that the owner agreed.'}`,
        )}
      />
      <Listed title="Where things go" items={[...thingsWords(sheet, size), ...kindsWords(sheet)]} />
      <Listed
        title="Looked after"
        items={sheet.care.map(({ what, how, due }) => `${due}: ${what}. ${how}`)}
      />
      <Listed title="Please note" items={sheet.cautions} />
    </Paper>
  );
}

/** The margins that are known in one way, under its heading. */
function MarginTable({
  how,
  sheet,
  options,
  lines,
}: {
  how: HowKnown;
  sheet: Sheet;
  options: ShowOptions;
  lines: Sheet['margins'];
}) {
  if (lines.length === 0) return null;
  const { title, hint } = knownWords[how];
  return (
    <section className="mt-5 print:break-inside-avoid-page">
      <h3 className="text-[1rem] print:break-after-avoid">
        {title} <span className="font-sans text-[0.8125rem] font-normal text-[#5d4d40]">{hint}</span>
      </h3>
      <div className="overflow-x-auto">
        <table className="mt-1 w-full border-collapse text-[0.8125rem]">
          <thead>
            <tr>
              <th className={th}>Check</th>
              <th className={th}>Value</th>
              <th className={th}>Limit</th>
              <th className={`${th} text-right`}>Left</th>
              <th className={th}>Verdict</th>
            </tr>
          </thead>
          <tbody>
            {lines.map(({ station, margin }) => (
              <tr key={`${station}-${margin.id}`}>
                <td className={td}>{margin.what}</td>
                <td className={`${td} figures`}>
                  {showEstimate(margin.value, margin.unit, marginOptions(sheet, station, options))}
                </td>
                <td className={td}>
                  {showLimit(margin.limit, margin.unit, marginOptions(sheet, station, options))}
                </td>
                <td className={`${td} figures text-right`}>
                  {showLeft(margin, marginOptions(sheet, station, options))}
                </td>
                <td className={td}>
                  <span className="flex items-center gap-1.5">
                    <BowlSign verdict={margin.verdict} use={margin.use} size={20} />
                    {verdictWord[margin.verdict]}
                  </span>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
}
