import { Choice } from '../choice';
import { Card } from '../station-frame';
import type { StationProps } from './station-props';

/** From here the steps differ with the board: it is told by its marks before the next one. */
export function RevisionChoice({ view, act }: Pick<StationProps, 'view' | 'act'>) {
  const { revisions } = view.profile;
  return (
    <Card title="Which board lies before you?" hint="the steps that follow differ">
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
      <p className="mt-2 text-[15px] text-soft">
        None of them? Close it again: this profile does not know that board, and the maker’s manual comes
        first.
      </p>
    </Card>
  );
}
