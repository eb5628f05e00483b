import type { CloseStep, OpenStep, Procedure, SwapStep } from './procedure';

type AnyStep = OpenStep | SwapStep | CloseStep;

/** What decides which steps of a procedure apply: answers to its questions, and the board revision by its marks. */
export type Variant = {
  /** By question; the first answer counts where none was given. */
  answers?: Record<string, string>;
  /** Null or left out while nobody has looked: the first revision that a step names is shown until then. */
  revisionId?: string | null;
};

/** Revisions that steps name, in the order of the steps. */
export const namedRevisions = ({
  open,
  swap,
  close,
}: Pick<Procedure, 'open' | 'swap' | 'close'>): string[] => [
  ...new Set([...open, ...swap, ...close].flatMap(({ revisions }) => revisions ?? [])),
];

const firstAnswers = ({ questions }: Procedure): Record<string, string> =>
  Object.fromEntries(questions.map(({ id, answers }) => [id, answers[0]!.id]));

/**
 * The ways through a procedure that its proof walks: every combination of the answers that steps name (one other answer stands for
 * all that none names), on every board that steps or the profile name; where steps name only one, also on a board that is another one.
 */
export function variantsOf(procedure: Procedure, boards: readonly string[] = []): Required<Variant>[] {
  const steps: AnyStep[] = [...procedure.open, ...procedure.swap, ...procedure.close];
  const named = namedRevisions(procedure);
  const all = named.length === 0 ? [] : [...new Set([...named, ...boards])];
  const revisions = all.length === 0 ? [null] : all.length === 1 ? [...all, ''] : all;
  const answers = procedure.questions.reduce<Record<string, string>[]>(
    (ways, { id, answers: given }) => {
      const asked = new Set(steps.flatMap(({ only }) => (only?.question === id ? [only.answer] : [])));
      const other = given.find((answer) => !asked.has(answer.id));
      const walked = given.filter((answer) => asked.has(answer.id) || answer === other);
      return ways.flatMap((way) => walked.map((answer) => ({ ...way, [id]: answer.id })));
    },
    [firstAnswers(procedure)],
  );
  return answers.flatMap((one) => revisions.map((revisionId) => ({ answers: one, revisionId })));
}

/** The steps of a list that apply. */
export function stepsFor<Step extends AnyStep>(
  procedure: Procedure,
  steps: Step[],
  { answers, revisionId }: Variant = {},
): Step[] {
  const given = { ...firstAnswers(procedure), ...answers };
  const revision = revisionId ?? namedRevisions(procedure)[0];
  return steps.filter(
    ({ only, revisions }) =>
      (!only || given[only.question] === only.answer) && (!revisions || revisions.includes(revision ?? '')),
  );
}

/** The id of the first step that differs between revisions; from there on the board must be known. Null where none does. */
export const forkOf = ({ open, swap, close }: Procedure): string | null =>
  [...open, ...swap, ...close].find(({ revisions }) => revisions)?.id ?? null;
