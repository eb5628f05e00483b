import type { DiagnosisTable, Observation } from './diagnosis-table';
import { type NextDiagnosis, rankActs } from './rank-acts';

/** A cause that stands above this is mended rather than tested further. */
export const standsAbove = 0.85;
/** Above this it is none of those listed, and the diagnosis ends. */
const endsAbove = 0.9;

export type Cause = { id: string; name: string; probability: number; before: number };

/** How it ends where nothing listed explains it, or nothing more is worth its minutes. */
export type Ending = {
  /** What is left and cannot be told apart, the likeliest first. */
  left: Cause[];
  /** Faults that were looked for, or mended, and are out of the question. */
  ruledOut: Cause[];
  /** How likely it is none of those listed. */
  none: number;
};

export type Diagnosis = {
  /** Every fault that this device can have, the likeliest first; with two at once both count. */
  causes: Cause[];
  /** How likely it is none of them. */
  none: { probability: number; before: number };
  /** What is worth most for its minutes; null where it has ended. */
  next: NextDiagnosis | null;
  /** What it has come to: one cause to mend, the end of what can be told, or still open. */
  verdict: { kind: 'mend'; cause: Cause } | { kind: 'end'; ending: Ending } | { kind: 'open' };
  /** Which observation moved what: for each, the cause whose probability it changed most; `none` stands for none of those listed. */
  moved: { observation: Observation; id: string; from: number; to: number }[];
};

/** What was done already, under the names that `rank` knows: nothing is asked or tried twice. */
const doneOf = (seen: readonly Observation[]): Set<string> =>
  new Set(seen.map((one) => ('mended' in one ? `mend ${one.mended}` : one.check)));

const noneId = 'none';

/** What is likely wrong after what was seen, and what to look at next. `seen` in the order in which it was seen. */
export function diagnose(table: DiagnosisTable, seen: Observation[]): Diagnosis {
  const moved: Diagnosis['moved'] = [];
  let probabilities = table.priors;
  const priors = table.marginals(probabilities);
  const withNone = (p: number[]) => new Map([...table.marginals(p), [noneId, table.none(p)]]);
  for (const observation of seen) {
    const before = withNone(probabilities);
    probabilities = table.update(probabilities, observation);
    const [id, to] = [...withNone(probabilities)].reduce((most, one) =>
      Math.abs(one[1] - before.get(one[0])!) > Math.abs(most[1] - before.get(most[0])!) ? one : most,
    );
    moved.push({ observation, id, from: before.get(id) ?? 0, to });
  }
  const marginals = table.marginals(probabilities);
  const causes = table.world.faults
    .map(({ id, name }) => ({ id, name, probability: marginals.get(id) ?? 0, before: priors.get(id) ?? 0 }))
    .sort((a, b) => b.probability - a.probability);
  const none = { probability: table.none(probabilities), before: table.none(table.priors) };
  const done = doneOf(seen);
  const [best = null] = none.probability >= endsAbove ? [] : rankActs(table, probabilities, done);
  const [first] = causes;
  const base = { causes, none, moved };
  // A cause that stands out is mended; by a look that mends others on its way where that takes no longer.
  const stands = first && first.probability >= standsAbove ? first : null;
  if (stands && best?.kind === 'mend' && best.fault.id === stands.id)
    return { ...base, next: best, verdict: { kind: 'mend', cause: stands } };
  if (best) return { ...base, next: best, verdict: { kind: 'open' } };
  return {
    ...base,
    next: null,
    verdict: {
      kind: 'end',
      ending: {
        left: causes.filter(({ probability }) => probability >= 0.02),
        ruledOut: causes.filter(({ probability, before }) => probability < 0.02 && probability < before / 2),
        none: none.probability,
      },
    },
  };
}
