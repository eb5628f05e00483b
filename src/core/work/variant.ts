import type { OpenStep, Procedure, SwapStep } from './procedure';

type AnyStep = OpenStep | SwapStep;

/** What decides which steps of a procedure apply: answers to its questions, and the board revision by its marks. */
export type Variant = {
  /** By question; the first answer counts where none was given. */
  answers?: Record<string, string>;
  /** Null or left out while nobody has looked: the first revision that a step names is shown until then. */
  revisionId?: string | null;
};

/** Revisions that steps name, in the order of the steps. */
export const namedRevisions = ({ open, swap }: Pick<Procedure, 'open' | 'swap'>): string[] => [
  ...new Set([...open, ...swap].flatMap(({ revisions }) => revisions ?? [])),
];

const firstAnswers = ({ questions }: Procedure): Record<string, string> =>
  Object.fromEntries(questions.map(({ id, answers }) => [id, answers[0]!.id]));

/**
 * The ways through a procedure that its proof walks: each answer of each question with the first of all others, on every
 * revision; where steps name only one, also on a board that is another one.
 */
export function variantsOf(procedure: Procedure): Required<Variant>[] {
  const first = firstAnswers(procedure);
  const named = namedRevisions(procedure);
  const revisions = named.length === 1 ? [...named, ''] : named.length === 0 ? [null] : named;
  const answers = [
    first,
    ...procedure.questions.flatMap(({ id, answers: ways }) =>
      ways.slice(1).map((answer) => ({ ...first, [id]: answer.id })),
    ),
  ];
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
export const forkOf = ({ open, swap }: Procedure): string | null =>
  [...open, ...swap].find(({ revisions }) => revisions)?.id ?? null;
