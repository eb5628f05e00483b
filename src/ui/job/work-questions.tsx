import { Choice } from '../choice';
import { Card } from '../station-frame';
import type { StationProps } from './station-props';

/** Ways that both work: chosen before the first step, and then the steps follow. */
export function WorkQuestions({ view, act }: Pick<StationProps, 'view' | 'act'>) {
  const { questions } = view.profile.procedure;
  const { opening } = view.profile;
  const hasPolicies = opening.storageModeBelowPercent !== null;
  if ((questions.length === 0 && !hasPolicies) || view.steps.some(({ done }) => done)) return null;
  return (
    <Card title="Which way?" hint="both work; the steps follow">
      <div className="flex flex-col gap-3">
        {hasPolicies && (
          <Choice
            legend="Charge before opening"
            value={view.job.chargePolicy}
            onChange={(policy) => void act({ kind: 'charge-policy', policy })}
            options={[
              {
                value: 'low-charge',
                label: `below ${opening.chargeBelowPercent} %`,
                hint: 'The stricter school: a nearly empty cell does the least harm.',
              },
              {
                value: 'storage-mode',
                label: `storage mode, below ${opening.storageModeBelowPercent} %`,
                hint: 'The maker’s school: the cell is cut off from the board before it is touched.',
              },
            ]}
          />
        )}
        {questions.map(({ id, ask, answers }) => (
          <Choice
            key={id}
            legend={ask}
            value={view.job.answers[id] ?? answers[0]!.id}
            onChange={(answer) => void act({ kind: 'answer', question: id, answer })}
            options={answers.map((answer) => ({ value: answer.id, label: answer.words, hint: answer.why }))}
          />
        ))}
      </div>
    </Card>
  );
}
