import type { DeviceProfile } from '@/core/device';
import {
  type HandStep,
  type Procedure,
  type Variant,
  fastenerText,
  factWords,
  latchWords,
  namedRevisions,
  swapConditions,
  swapSteps,
  wayBack,
  wayIn,
} from '@/core/work';
import { showDuration } from '@/core/units';
import { Choice } from '../choice';
import { Card } from '../station-frame';

type Props = { profile: DeviceProfile; variant: Variant; onVariant: (variant: Variant) => void };

/** The whole procedure as it is worked on one board with one set of answers: in, swap, back; printed as it stands. */
export function ProcedureReader({ profile, variant, onVariant }: Props) {
  const { procedure } = profile;
  const boards = namedRevisions(procedure);
  const all = { ...variant, holds: swapConditions };
  const lists: [string, HandStep[]][] = [
    ['Way in', wayIn(procedure, all)],
    ['Swap', swapSteps(procedure, all)],
    ['Way back', wayBack(procedure, all)],
  ];
  return (
    <div className="grid gap-3.5">
      {(boards.length > 0 || procedure.questions.length > 0) && (
        <div className="flex flex-wrap gap-x-8 gap-y-3" data-print="no">
          {boards.length > 0 && (
            <Choice
              legend="Board"
              options={boards.map((id) => ({
                value: id,
                label: profile.revisions.find((one) => one.id === id)?.name ?? id,
              }))}
              value={variant.revisionId ?? boards[0] ?? null}
              onChange={(revisionId) => onVariant({ ...variant, revisionId })}
            />
          )}
          {procedure.questions.map(({ id, ask, answers }) => (
            <Choice
              key={id}
              legend={ask}
              options={answers.map((answer) => ({ value: answer.id, label: answer.words }))}
              value={variant.answers?.[id] ?? answers[0]?.id ?? null}
              onChange={(answer) => onVariant({ ...variant, answers: { ...variant.answers, [id]: answer } })}
            />
          ))}
        </div>
      )}
      {lists.map(([title, steps]) => (
        <Card
          key={title}
          title={title}
          hint={`${steps.length} acts, about ${showDuration(60 * steps.reduce((sum, { minutes }) => sum + minutes, 0))}`}
        >
          <ol>
            {steps.map((step, i) => (
              <StepLine key={step.id} n={i + 1} step={step} procedure={procedure} />
            ))}
          </ol>
        </Card>
      ))}
    </div>
  );
}

const isOwnFact = (fact: string) => !/^(screw|cable)\./u.test(fact);

function StepLine({ n, step, procedure }: { n: number; step: HandStep; procedure: Procedure }) {
  const moved = [...step.takesOut, ...step.putsIn];
  const groups = procedure.fasteners.filter(({ id }) => moved.includes(id));
  const cables = procedure.cables.filter(({ id }) => [...step.unplugs, ...step.plugs].includes(id));
  const conditional = procedure.swap.find(({ id }) => id === step.id)?.when;
  const after = step.effects
    .filter(({ fact }) => isOwnFact(fact))
    .flatMap(({ fact, value }) => (value === null ? [] : [factWords(fact, value)]));
  return (
    <li className="grid grid-cols-[2.2rem_minmax(0,1fr)] gap-x-2 border-b border-dashed py-2 last:border-0">
      <span className="figures text-right text-soft">{n}</span>
      <div className="min-w-0">
        <p className="font-semibold">
          {step.title}
          {conditional && (
            <span className="font-normal text-soft"> (only where {conditional.replaceAll('-', ' ')})</span>
          )}
        </p>
        <p className="text-[0.875rem]">{step.how}</p>
        <p className="text-[0.8125rem] text-soft">
          {[
            showDuration(60 * step.minutes),
            step.tool,
            ...groups.map((group) => `${group.where}: ${fastenerText(group)}`),
            ...cables.map(
              ({ where, latch }) => `${where}: ${latchWords[latch][step.unplugs.length > 0 ? 'off' : 'on']}`,
            ),
            step.mayDo === 'mains' ? 'only those trained for mains' : null,
            step.touchesBoard ? 'touches the board' : null,
          ]
            .filter(Boolean)
            .join(' · ')}
        </p>
        {(step.needs.length > 0 || after.length > 0) && (
          <p className="text-[0.8125rem] text-soft">
            {step.needs.length > 0 &&
              `Needs: ${step.needs.map(({ fact, value }) => factWords(fact, value)).join(', ')}. `}
            {after.length > 0 && `Then: ${after.join(', ')}.`}
          </p>
        )}
        {(step.caution ?? step.breaks ?? step.final) && (
          <p className="text-[0.8125rem] font-semibold text-tight">
            {[
              step.caution,
              step.breaks && `Breaks: ${step.breaks}`,
              step.final && `Cannot be undone: ${step.final}`,
            ]
              .filter(Boolean)
              .join(' ')}
          </p>
        )}
      </div>
    </li>
  );
}
