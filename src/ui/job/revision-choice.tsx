import { Choice } from '../choice';
import type { StationProps } from './station-props';

/** From here the steps differ with the board: it is told by its marks before the next one. */
export function RevisionChoice({ view, act }: Pick<StationProps, 'view' | 'act'>) {
  const { revisions } = view.profile;
  return (
    <section aria-live="polite" className="rounded-2xl border bg-surface p-5">
      <p className="text-[0.9375rem] text-soft">From here the steps differ.</p>
      <h2 className="mb-3 mt-2 text-[clamp(26px,3vw,34px)] leading-[1.12]">Which board lies before you?</h2>
      <Choice
        legend="Which board?"
        hideLegend
        value={view.job.revisionId}
        onChange={(revisionId) => void act({ kind: 'revision', revisionId })}
        options={revisions.map(({ id, name, marks }) => ({
          value: id,
          label: name,
          hint: marks.join('; '),
        }))}
      />
      <p className="mt-3 text-[1rem] text-soft">
        None of them? Close it again: this profile does not know that board, and the maker’s manual comes
        first.
      </p>
    </section>
  );
}
