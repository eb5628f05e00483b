import type { DeviceProfile } from '@/core/device';
import { type Build, type CandidateLine, type FitAnswer, partsOf } from '@/core/fit';
import { isStated } from '@/core/part';
import { type Margin, type Origin, compareMargins, isKept } from '@/core/margin';
import { type ShowOptions, showBytes, showEstimate, showLeft, showLimit, showMoney } from '@/core/units';
import { VerdictLine } from '../fit/verdict-line';

type Props = {
  text: string;
  profile: DeviceProfile;
  build: Build;
  answer: FitAnswer;
  /** Drives that were held against the same place. */
  lines: CandidateLine[];
  /** The size that was asked for; null where none was. */
  askedGB: number | null;
  day: string;
  workshop: string;
  currency: string;
  options: ShowOptions & { locale: string };
};

/** Where a margin's limit comes from. */
function limitOrigins({ limit }: Margin): Origin[] {
  switch (limit.kind) {
    case 'at-most':
    case 'at-least':
      return limit.limit.known ? [limit.limit.origin] : [];
    case 'within':
      return [limit.from, limit.to].flatMap((side) => (side.known ? [side.origin] : [])).slice(0, 1);
    case 'one-of':
    case 'version-at-least':
      return [limit.origin];
  }
}

const tightest = 3;
const offered = 3;

/** The answer to a counter question on one page, for the owner's hand: only when it is printed. */
export function AnswerPaper({
  text,
  profile,
  build,
  answer,
  lines,
  askedGB,
  day,
  workshop,
  currency,
  options,
}: Props) {
  const judged = answer.margins.filter(({ verdict }) => verdict !== 'unknown').sort(compareMargins);
  const unknown = answer.margins.filter(({ verdict }) => verdict === 'unknown');
  const wantedGB = askedGB ?? build.drive.labelGB;
  const fitting = lines.filter((line) => line.build.drive.labelGB === wantedGB && isKept(line.worst));
  const size = (bytes: number) => showBytes(bytes, options);
  const dated = (words: string, at: string | undefined) => (at ? `${words}, ${at}` : words);
  const sources = new Set([
    ...judged
      .slice(0, tightest)
      .flatMap((margin) => limitOrigins(margin).map(({ note, at }) => dated(`${margin.what}: ${note}`, at))),
    ...partsOf(build).map(({ maker, model, source, sourceDate }) =>
      dated(`${maker} ${model}: ${source}`, sourceDate),
    ),
  ]);
  return (
    <article aria-label="The answer on paper" className="text-[0.8125rem]">
      <p className="flex justify-between">
        <span>{workshop}</span>
        <span>{day}</span>
      </p>
      <h2 className="mt-2 text-[1.5rem]">
        {build.drive.maker} {build.drive.model}{' '}
        {isStated(build.drive, 'labelGB') ? size(build.drive.labelGB * 1e9) : 'of unknown size'} in the{' '}
        {profile.maker} {profile.name}
      </h2>
      <p className="mb-2">
        Asked: “{text.trim()}”. Held against: {answer.place.name}.
      </p>
      <VerdictLine worst={answer.worst} options={options} />
      <h3 className="mt-3 text-[1rem]">The three tightest</h3>
      <table className="w-full border-collapse">
        <tbody>
          {judged.slice(0, tightest).map((margin) => (
            <tr key={margin.id} className="border-b border-black/20 align-top">
              <th scope="row" className="py-1 pr-3 text-left">
                {margin.what}
              </th>
              <td className="figures py-1 pr-3">{showEstimate(margin.value, margin.unit, options)}</td>
              <td className="figures py-1 pr-3">allowed {showLimit(margin.limit, margin.unit, options)}</td>
              <td className="py-1">{showLeft(margin, options)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <h3 className="mt-3 text-[1rem]">What is not known</h3>
      {unknown.length === 0 ? (
        <p>Nothing that is judged here.</p>
      ) : (
        <ul className="list-disc pl-5">
          {unknown.map(({ id, what, missing }) => (
            <li key={id}>
              {what}: {missing.map((gone) => `${gone.what}. ${gone.howToGet}`).join(' ')}
            </li>
          ))}
        </ul>
      )}
      <h3 className="mt-3 text-[1rem]">Of {size(wantedGB * 1e9)} these fit</h3>
      {fitting.length === 0 ? (
        <p>None that is known here.</p>
      ) : (
        <ul className="list-disc pl-5">
          {fitting.slice(0, offered).map((line) => (
            <li key={line.build.drive.id}>
              {partsOf(line.build)
                .map(({ maker, model }) => `${maker} ${model}`)
                .join(', ')}
              ; shows {showBytes(line.freeShownBytes, { ...options, habit: profile.showsCapacity })} free
              {line.minor !== null && `; ${showMoney({ minor: line.minor, currency }, options.locale)}`}
            </li>
          ))}
        </ul>
      )}
      <h3 className="mt-3 text-[1rem]">Sources</h3>
      <ul className="list-disc pl-5">
        {[...sources].map((source) => (
          <li key={source}>{source}</li>
        ))}
      </ul>
      <p className="mt-2">The maker’s manual and local rules come first.</p>
    </article>
  );
}
