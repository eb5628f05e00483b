import { Choice } from '../choice';
import { Card } from '../station-frame';
import type { StationProps } from './station-props';

/** Ways that both work: chosen before the first step, and then the steps follow. */
export function WorkQuestions({ view, act }: Pick<StationProps, 'view' | 'act'>) {
  const { questions } = view.profile.procedure;
  if (questions.length === 0 || view.acts.some(({ done }) => done)) return null;
  return (
    <Card title="Which way?" hint="both work; the steps follow">
      <div className="flex flex-col gap-3">
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
