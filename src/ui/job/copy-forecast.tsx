import { type Connection, type CopyAsked, savedBy } from '@/core/link';
import { showBytes, showDuration, showDurationRange, showRate } from '@/core/units';
import { showMoment } from '../clock';

type ShowWith = { locale: string; timeZone: string };

const kindWords: Readonly<Record<Connection['kind'], string>> = {
  'two-cases': 'Both at this computer',
  'in-turn': 'One after the other, through an image file',
  'in-device': 'In the device, by its own tools',
};

const inCases = ({ kind, oldCase, newCase }: Connection) =>
  kind === 'in-device'
    ? `new drive in the ${newCase.model}`
    : oldCase?.id === newCase.id
      ? `${kind === 'in-turn' ? 'both' : 'each'} in ${kind === 'in-turn' ? 'the' : 'a'} ${newCase.model}`
      : `old drive ${oldCase ? `in the ${oldCase.model}` : 'at a port of the computer'}, new drive in the ${newCase.model}`;

/** From how much a case’s rate comes. */
const learnedWords = ({ model, learned }: Connection['newCase']): string =>
  learned
    ? `${learned.from} ${learned.from === 1 ? 'copy' : 'copies'} through the ${model} here`
    : `the stated rate of the ${model}: nobody has measured it here`;

/** Bytes whose saving is told: what an owner can be asked to delete. */
const lessBytes = 10e9;

/** How long the copy takes as the drives are connected best here, when to come back, what holds it up and what would shorten it. */
export function CopyForecast({
  asked,
  ways,
  now,
  show,
}: {
  asked: CopyAsked;
  /** Ways to connect both drives, the best first. */
  ways: Connection[];
  now: string;
  show: ShowWith;
}) {
  const [best, ...others] = ways;
  if (!best)
    return (
      <section>
        <h2 className="text-[1.0625rem]">How long the copy takes</h2>
        <p className="text-[0.875rem]">
          No case that is here takes {asked.drive ? `a ${asked.drive.protocol} drive` : 'a drive'}: the time
          is not known. Add one at Parts.
        </p>
      </section>
    );
  const { whole } = best;
  const at = (seconds: number) => showMoment(new Date(Date.parse(now) + seconds * 1000).toISOString(), show);
  const saved = asked.bytes > lessBytes ? savedBy(lessBytes, asked, best.kind) : null;
  const { rate } = asked.old.reads;
  return (
    <section>
      <h2 className="text-[1.0625rem]">How long the copy takes</h2>
      <p className="text-[0.875rem] text-soft">
        {showBytes(asked.bytes, show)} there{best.back ? ', and all read back' : ''}
      </p>
      <p className="figures font-display text-[2.125rem] font-bold leading-tight">
        {showDuration(whole.middle)}
      </p>
      <p className="figures text-[0.875rem]">{showDurationRange(whole.least, whole.most)}</p>
      <p className="mt-1 text-[0.875rem]">
        Begun now, come back at <b className="figures">{at(whole.middle)}</b>, between {at(whole.least)} and{' '}
        {at(whole.most)}.
      </p>
      <dl className="mt-2 grid grid-cols-[auto_1fr] gap-x-3 gap-y-1 text-[0.875rem]">
        <dt className="text-soft">Connected</dt>
        <dd>{inCases(best)}</dd>
        <dt className="text-soft">Held up by</dt>
        <dd>{best.there.slowest}</dd>
        <dt className="text-soft">By</dt>
        <dd>{learnedWords(best.newCase)}</dd>
        <dt className="text-soft">Old drive</dt>
        <dd>
          {showRate(rate.least, show.locale)} to {showRate(rate.most, show.locale)}, {asked.old.from}
        </dd>
        {saved !== null && saved >= 1 && (
          <>
            <dt className="text-soft">Deleted first</dt>
            <dd>
              each {showBytes(lessBytes, show)} less saves {showDuration(saved)}
            </dd>
          </>
        )}
        {best.needs.map((need) => (
          <Need key={need} need={need} />
        ))}
      </dl>
      {others.length > 0 && (
        <ul className="mt-2 border-t border-dashed border-line text-[0.875rem]">
          {others.map((way) => (
            <li key={way.kind} className="border-b border-dashed border-line py-1.5 last:border-0">
              <p className="flex items-baseline gap-2">
                <b>{kindWords[way.kind]}</b>
                <span className="figures ml-auto shrink-0">{showDuration(way.whole.middle)}</span>
              </p>
              <p className="text-[0.8125rem] text-soft">{[inCases(way), ...way.needs].join('; ')}</p>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}

const Need = ({ need }: { need: string }) => (
  <>
    <dt className="text-tight">Needs</dt>
    <dd>{need}</dd>
  </>
);
