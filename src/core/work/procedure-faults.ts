import type { Procedure } from './procedure';

/** A fault of a procedure with the path to the step that it names. */
export type ProcedureFault = { path: (string | number)[]; message: string };

type AnyStep = (Procedure['open'] | Procedure['swap'])[number];

/** Names that stand twice, and names of what is not there. */
function nameFaults({ fasteners, cables, tools, questions, open, swap }: Procedure): ProcedureFault[] {
  const faults: ProcedureFault[] = [];
  const ids = {
    fastener: new Set(fasteners.map(({ id }) => id)),
    cable: new Set(cables.map(({ id }) => id)),
    tool: new Set(tools.map(({ name }) => name)),
  };
  const seen = new Set<string>();
  const each = (name: 'open' | 'swap', steps: AnyStep[]) =>
    steps.forEach((step, i) => {
      const wrong = (message: string) =>
        faults.push({ path: [name, i], message: `step ${step.id}: ${message}` });
      if (seen.has(step.id)) wrong('it stands twice');
      seen.add(step.id);
      for (const group of [...step.takesOut, ...step.putsIn])
        if (!ids.fastener.has(group)) wrong(`there is no fastener group ${group}`);
      for (const cable of [...step.unplugs, ...step.plugs])
        if (!ids.cable.has(cable)) wrong(`there is no cable ${cable}`);
      if (step.tool && tools.length > 0 && !ids.tool.has(step.tool)) wrong(`there is no tool “${step.tool}”`);
      const moves = step.takesOut.length + step.putsIn.length + step.unplugs.length + step.plugs.length;
      if (step.effects.length + moves === 0) wrong('it changes nothing: it has no effect, fastener or cable');
      if (step.only) {
        const question = questions.find(({ id }) => id === step.only!.question);
        if (!question?.answers.some(({ id }) => id === step.only!.answer))
          wrong(`nobody is asked for the answer ${step.only.question}: ${step.only.answer}`);
      }
    });
  each('open', open);
  each('swap', swap);
  return faults;
}

/** The ways through a procedure: each answer of each question with the first of all others. */
export function answerSets({ questions }: Procedure): Record<string, string>[] {
  const first = Object.fromEntries(questions.map(({ id, answers }) => [id, answers[0]!.id]));
  const others = questions.flatMap(({ id, answers }) =>
    answers.slice(1).map((answer) => ({ ...first, [id]: answer.id })),
  );
  return [first, ...others];
}

export const applies = (step: Pick<AnyStep, 'only'>, answers: Record<string, string>): boolean =>
  !step.only || answers[step.only.question] === step.only.answer;

/** Facts that no step sets, because holds and the owner do. */
const fromOutside = ['battery.swollen', 'consent.given', 'card.inserted', 'charge.below-limit'];

/**
 * What of a procedure cannot be worked, for each way through it: fasteners and cables that come out or go in twice, a step whose
 * needs nothing before it brings about (a need that only a later step meets is a circle), a board touched while power
 * could be on, a fastener or cable that ends where it must not.
 */
export function procedureFaults(procedure: Procedure): ProcedureFault[] {
  const names = nameFaults(procedure);
  if (names.length > 0) return names;
  const found = new Map<string, ProcedureFault>();
  for (const answers of answerSets(procedure))
    for (const fault of wayFaults(procedure, answers)) found.set(fault.message, fault);
  return [...found.values()];
}

function wayFaults(procedure: Procedure, answers: Record<string, string>): ProcedureFault[] {
  const faults: ProcedureFault[] = [];
  const facts = new Map<string, boolean | null>();
  const out = new Set<string>();
  const off = new Set<string>();
  const laterEffects = new Set(
    [...procedure.open, ...procedure.swap].flatMap(({ effects }) => effects.map(({ fact }) => fact)),
  );
  const steps = [
    ...procedure.open.map((step, i) => ({ step: step as AnyStep, path: ['open', i] })),
    ...procedure.swap.map((step, i) => ({ step: step as AnyStep, path: ['swap', i] })),
  ].filter(({ step }) => applies(step, answers));
  const moved = (
    from: Set<string>,
    ids: string[],
    isOut: boolean,
    words: string,
    wrong: (m: string) => void,
  ) => {
    for (const id of ids) {
      if (from.has(id) === isOut) wrong(`${id} ${words}`);
      if (isOut) from.add(id);
      else from.delete(id);
    }
  };
  for (const { step, path } of steps) {
    const wrong = (message: string) => faults.push({ path, message: `step ${step.id}: ${message}` });
    for (const { fact, value } of step.needs) {
      if (fromOutside.includes(fact) || facts.get(fact) === value) continue;
      wrong(
        laterEffects.has(fact)
          ? `it needs ${fact} ${value}, which no step before it brings about: they wait for each other`
          : `it needs ${fact} ${value}, which no step brings about`,
      );
    }
    if (step.touchesBoard)
      for (const [fact, value] of safeToTouch(procedure.power))
        if (facts.get(fact) !== value) wrong(`it touches the board while ${fact} is not ${value}`);
    moved(out, step.takesOut, true, 'is taken out twice', wrong);
    moved(out, step.putsIn, false, 'goes in without having come out', wrong);
    moved(off, step.unplugs, true, 'is unplugged twice', wrong);
    moved(off, step.plugs, false, 'is plugged without having been unplugged', wrong);
    for (const { fact, value } of step.effects) facts.set(fact, value);
    for (const id of step.unplugs) facts.set(factOfCable(procedure, id), false);
    for (const id of step.plugs) facts.set(factOfCable(procedure, id), true);
  }
  // What the swap left out must come back with the way back of a step that applies.
  const undone = procedure.open.filter((step) => applies(step, answers) && !('none' in step.back));
  for (const id of out)
    if (!undone.some(({ takesOut }) => takesOut.includes(id)))
      faults.push({ path: ['open'], message: `fastener group ${id} never goes back to its holes` });
  for (const id of off)
    if (!undone.some(({ unplugs }) => unplugs.includes(id)))
      faults.push({ path: ['open'], message: `cable ${id} is never plugged again` });
  return faults;
}

const factOfCable = ({ cables }: Procedure, id: string) =>
  cables.find((cable) => cable.id === id)?.fact ?? `cable.${id}.on`;

/** Facts that must hold before a board is touched, by what powers it. */
export function safeToTouch(power: Procedure['power']): [fact: string, value: boolean][] {
  const cell: [string, boolean][] = [['battery.connected', false]];
  const mains: [string, boolean][] = [
    ['mains.plugged', false],
    ['supply.discharged', true],
  ];
  return [['power.off', true], ...(power === 'mains' ? [] : cell), ...(power === 'cell' ? [] : mains)];
}
