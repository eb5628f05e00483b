import { type Placement, type PlacementQuestion, exactUpTo, leftOut, placeOfKinds } from '@/core/placement';
import { type ShowOptions, showBytes, showDuration } from '@/core/units';

type Props = {
  question: PlacementQuestion;
  placement: Placement | null;
  isWorking: boolean;
  /** A better one is still looked for. */
  isLookedFor: boolean;
  options: ShowOptions & { locale: string };
};

const fewNames = (names: string[]): string =>
  names.length <= 6 ? names.join(', ') : `${names.slice(0, 5).join(', ')} and ${names.length - 5} more`;

/** How far it may be off, and why nobody knows better. */
function openWords(
  { items }: PlacementQuestion,
  { waitingS, leastS }: Placement,
  isLookedFor: boolean,
): string {
  const off = waitingS > 0 ? 100 * (1 - leastS / waitingS) : 0;
  const could = `The best could be ${off < 0.1 ? 'less than 0.1' : off.toFixed(1)} % less`;
  if (items.length > exactUpTo) return `${could}: more than ${exactUpTo} things are not tried to the end.`;
  return isLookedFor
    ? `${could}; it is still looked for.`
    : `${could}: whether there is such a one is not known.`;
}

/** The answer first: how long is waited in a week, what does not fit, and what would make it. */
export function AnswerCard({ question, placement, isWorking, isLookedFor, options }: Props) {
  if (question.items.length === 0) return <p className="text-soft">Nothing is on the list yet.</p>;
  if (!placement)
    return (
      <p role="status" className="text-soft">
        {isWorking ? 'Working it out.' : 'Not worked out.'}
      </p>
    );
  const { nowhere, asleep, unpinned, missingBytes } = leftOut(question, placement.placed);
  const named = new Map(question.stores.map(({ id, name }) => [id, name]));
  return (
    <div role="status">
      <h2 className="text-[1.0625rem]">
        {nowhere.length + asleep.length === 0
          ? 'All of it fits where it is used.'
          : `${nowhere.length + asleep.length} of ${question.items.length} are not where they are used.`}
      </h2>
      <p className="figures mt-2 text-[1.5rem] font-bold">{showDuration(placement.waitingS)}</p>
      <p className="text-[0.875rem] text-soft">
        waited for all of it in a week, loading and fetching.{' '}
        {placement.isExact ? 'No placement comes to less.' : openWords(question, placement, isLookedFor)}
      </p>
      {unpinned.length > 0 && (
        <p className="mt-3 font-semibold text-over">
          No room where they were put: {fewNames(unpinned.map(({ name }) => name))}.
        </p>
      )}
      {nowhere.length > 0 && (
        <p className="mt-3">
          <b>Nowhere, fetched when wanted:</b> {fewNames(nowhere.map(({ name }) => name))}.
        </p>
      )}
      {asleep.length > 0 && (
        <p className="mt-3">
          <b>Must be moved before use:</b> {fewNames(asleep.map(({ name }) => name))}.
        </p>
      )}
      {missingBytes > 0 && (
        <p className="mt-3">
          <b className="figures">{showBytes(missingBytes, options)}</b> more room on{' '}
          {question.stores.find(({ runs }) => runs === 'all')?.name ?? 'the first store'} would take them in:
          a larger drive, or less to keep.
        </p>
      )}
      {placeOfKinds(question, placement.placed).length > 0 && (
        <>
          <h3 className="mt-4 text-[0.9375rem]">To set in the device</h3>
          <ul className="list-disc pl-5 text-[0.875rem]">
            {placeOfKinds(question, placement.placed).map(({ kind, storeId }) => (
              <li key={kind}>
                New {kind} go to {named.get(storeId)}.
              </li>
            ))}
          </ul>
        </>
      )}
    </div>
  );
}
