import { cableFact } from './cable-words';
import { isKnownFact } from './facts';
import { knownFacts } from './known-facts';
import { type FactName } from './fact-schema';
import type { FastenerGroup } from './fastener';
import { measureStepId } from './measure-step';
import { type CloseStep, type OpenStep, type Procedure, type SwapStep } from './procedure';
import { backId } from './swap-conditions';

/** A fault of a procedure: where it is, what is wrong, and what would mend it. */
export type ProcedureFault = { path: (string | number)[]; message: string; mend: string };

export type AnyStep = OpenStep | SwapStep | CloseStep;
export const stepLists = ['open', 'swap', 'close'] as const;

type Ids = { fastener: Set<string>; cable: Set<string>; tool: Set<string> };

/** Things of one kind that share an id, each told once. */
function doubles(path: string, what: string, ids: string[]): ProcedureFault[] {
  const seen = new Set<string>();
  return ids.flatMap((id, i) => {
    if (!seen.has(id)) {
      seen.add(id);
      return [];
    }
    return [
      {
        path: [path, i],
        message: `${what} ${id}: it stands twice`,
        mend: `Give one of the two another id than “${id}”.`,
      },
    ];
  });
}

/** A fault that says nothing against walking the procedure: a tool that does not fit. */
const isOfTool = ({ message }: ProcedureFault) =>
  /: (it has no tool for|the tool “|its way back uses|there is no tool)/u.test(message);

/** Whether names are sound enough for the procedure to be walked. */
export const canBeWalked = (names: ProcedureFault[]): boolean => names.every(isOfTool);

/** Names that stand twice, and names of what is not there. */
export function nameFaults(procedure: Procedure): ProcedureFault[] {
  const { fasteners, cables, tools, questions, open, swap, close } = procedure;
  const ids: Ids = {
    fastener: new Set(fasteners.map(({ id }) => id)),
    cable: new Set(cables.map(({ id }) => id)),
    tool: new Set(tools.map(({ name }) => name)),
  };
  const faults: ProcedureFault[] = [
    ...doubles(
      'fasteners',
      'fastener group',
      fasteners.map(({ id }) => id),
    ),
    ...doubles(
      'cables',
      'cable',
      cables.map(({ id }) => id),
    ),
    ...doubles('cables', 'the fact of a cable,', cables.map(cableFact)),
    ...doubles(
      'tools',
      'tool',
      tools.map(({ name }) => name),
    ),
    ...doubles(
      'questions',
      'question',
      questions.map(({ id }) => id),
    ),
    ...questions.flatMap(({ id, answers }, i) =>
      doubles(
        'questions',
        `answer to ${id},`,
        answers.map((answer) => answer.id),
      ).map((fault) => ({
        ...fault,
        path: ['questions', i],
      })),
    ),
  ];
  const all: AnyStep[] = [...open, ...swap, ...close];
  const seen = new Set<string>();
  for (const name of stepLists)
    procedure[name].forEach((step: AnyStep, i) => {
      const wrong = (message: string, mend: string) =>
        faults.push({ path: [name, i], message: `step ${step.id}: ${message}`, mend });
      if (seen.has(step.id)) wrong('it stands twice', 'Give one of the two another id.');
      seen.add(step.id);
      const undoes = open.find(({ id }) => backId(id) === step.id);
      if (undoes)
        wrong(
          `it has the name that the way back of ${undoes.id} has`,
          `Give it another id: done here, ${undoes.id} would count as undone.`,
        );
      if (step.id === measureStepId)
        wrong('that name belongs to the step that measures inside', 'Give it another id.');
      for (const told of stepNameFaults(procedure, step, ids)) wrong(told.message, told.mend);
      const after = all.slice(all.indexOf(step) + 1);
      for (const other of step.protects)
        if (!after.some(({ id }) => id === other))
          wrong(
            `it protects from ${other}, which does not come after it`,
            `Move it before ${other}, or take ${other} out of what it protects from.`,
          );
      const before = (procedure[name] as AnyStep[]).slice(0, i);
      for (const other of step.alongside)
        if (!before.some(({ id }) => id === other))
          wrong(
            `it is done alongside ${other}, which does not stand before it here`,
            `Name a step that stands before it in the same list.`,
          );
    });
  return faults;
}

type Told = { message: string; mend: string };

/** What is wrong with the names that one step uses. */
function stepNameFaults(procedure: Procedure, step: AnyStep, ids: Ids): Told[] {
  const told: Told[] = [];
  const wrong = (message: string, mend: string) => told.push({ message, mend });
  const moves = [...step.takesOut, ...step.putsIn];
  for (const group of moves)
    if (!ids.fastener.has(group))
      wrong(
        `there is no fastener group ${group}`,
        `Describe the group, or name ${nearest(group, ids.fastener)}.`,
      );
  for (const cable of [...step.unplugs, ...step.plugs])
    if (!ids.cable.has(cable))
      wrong(`there is no cable ${cable}`, `Describe the cable, or name ${nearest(cable, ids.cable)}.`);
  for (const [name, list] of [
    ['takes out', step.takesOut],
    ['puts in', step.putsIn],
    ['unplugs', step.unplugs],
    ['plugs', step.plugs],
  ] as const)
    if (new Set(list).size < list.length) wrong(`it ${name} the same twice`, 'Name it once.');
  if (step.tool && ids.tool.size > 0 && !ids.tool.has(step.tool))
    wrong(`there is no tool “${step.tool}”`, `Add it to the tools, or name ${nearest(step.tool, ids.tool)}.`);
  const isThere = !step.tool || ids.tool.size === 0 || ids.tool.has(step.tool);
  for (const group of procedure.fasteners.filter(({ id }) => moves.includes(id)))
    if (isThere && !fits(step.tool, group))
      wrong(
        step.tool
          ? `the tool “${step.tool}” does not fit ${group.id}, which wants ${group.bit}`
          : `it has no tool for ${group.id}, which wants ${group.bit}`,
        `Name a tool with ${group.bit} in its name; two sizes want two steps.`,
      );
  if (step.effects.length + moves.length + step.unplugs.length + step.plugs.length === 0)
    wrong(
      'it changes nothing: it has no effect, fastener or cable',
      'Say what is so afterwards, as a fact such as cover.on, or leave the step out.',
    );
  const effects = new Map<FactName, boolean | null>();
  for (const { fact, value } of step.effects) {
    if (effects.has(fact) && effects.get(fact) !== value)
      wrong(`it says of ${fact} two things at once`, 'Keep the one that is so afterwards.');
    effects.set(fact, value);
  }
  if (step.only) {
    const { question, answer } = step.only;
    const asked = procedure.questions.find(({ id }) => id === question);
    if (!asked?.answers.some(({ id }) => id === answer))
      wrong(`nobody is asked for the answer ${question}: ${answer}`, 'Add the question with that answer.');
  }
  for (const { fact } of [...step.effects, ...step.needs]) {
    const why = factFault(fact, ids);
    if (why) wrong(why, 'Use the name that is known.');
  }
  if ('beside' in step && step.beside !== null) {
    const { beside } = step;
    if (!procedure.open.some(({ id }) => id === beside.undoing))
      wrong(
        `it stands beside the undoing of ${beside.undoing}, which is no step of opening`,
        'Name a step of opening.',
      );
  }
  if ('back' in step && 'title' in step.back && step.back.before !== null) {
    const { before } = step.back;
    if (before === step.id || !procedure.open.some(({ id }) => id === before))
      wrong(
        `it is undone before ${before}, which is no other step of opening`,
        'Name another step of opening.',
      );
  }
  if ('back' in step && 'title' in step.back && step.back.tool !== null) {
    const { tool } = step.back;
    if (ids.tool.size > 0 && !ids.tool.has(tool))
      wrong(`its way back uses “${tool}”, and there is no such tool`, 'Add it to the tools.');
  }
  return told;
}

/**
 * Whether a tool can be the one for a group: its name holds the bit’s as whole words, or names no size at all (a driver with bits). A
 * group that needs none takes any.
 */
function fits(tool: string | undefined, { bit }: FastenerGroup): boolean {
  if (bit === null) return true;
  if (tool === undefined) return false;
  const words = (text: string) =>
    ` ${text
      .toLowerCase()
      .replace(/[^\p{L}\p{N}.,]+/gu, ' ')
      .trim()} `;
  const isForAll = /driver|bits?\b|ratchet|spanner|wrench/iu.test(tool) && !/\d/u.test(tool);
  return isForAll || words(tool).includes(words(bit));
}

/** Letters in which two names differ, at most (Levenshtein). */
function distance(a: string, b: string): number {
  let row = Array.from({ length: b.length + 1 }, (_, j) => j);
  for (let i = 1; i <= a.length; i += 1) {
    const next = [i];
    for (let j = 1; j <= b.length; j += 1)
      next.push(
        Math.min(
          (row[j] ?? 0) + 1,
          (next[j - 1] ?? 0) + 1,
          (row[j - 1] ?? 0) + (a[i - 1] === b[j - 1] ? 0 : 1),
        ),
      );
    row = next;
  }
  return row[b.length] ?? 0;
}

/** The name of these that is meant most likely, in quotation marks; words for none where there is none. */
export function nearest(name: string, names: Iterable<string>): string {
  const short = name.slice(0, 80);
  const [[best] = []] = [...names]
    .map((one) => [one, distance(short, one)] as const)
    .sort(([, a], [, b]) => a - b);
  return best === undefined ? 'one that is there' : `“${best}”`;
}

/**
 * What is wrong with the name of a fact in a step: those of fasteners and cables follow from what a step moves, `override` is a
 * technician's word, and one that is a slip away from a known name is that name misspelt.
 */
function factFault(fact: FactName, ids: Ids): string | null {
  if (isKnownFact(fact)) return null;
  const [kind, id, ...rest] = fact.split('.');
  if (kind === 'override') return `${fact} is nothing that a step brings about`;
  const isMade = rest.length > 0;
  if (isMade && kind === 'screw' && !ids.fastener.has(id!)) return `${fact} names no fastener group`;
  if (isMade && kind === 'cable' && !ids.cable.has(id!)) return `${fact} names no cable`;
  const meant = knownFacts.find((known) => isSlip(known, fact));
  return meant ? `${fact} is not known; ${meant} is` : null;
}

/** Whether two names differ by one letter too many, too few, other, or by two that changed places. */
function isSlip(known: string, name: string): boolean {
  if (Math.abs(known.length - name.length) > 1) return false;
  let start = 0;
  while (start < name.length && known[start] === name[start]) start += 1;
  let [a, b] = [known.length, name.length];
  while (a > start && b > start && known[a - 1] === name[b - 1]) [a, b] = [a - 1, b - 1];
  const [was, is] = [known.slice(start, a), name.slice(start, b)];
  return (was.length <= 1 && is.length <= 1) || (was.length === 2 && was === [...is].reverse().join(''));
}
