import type { DeviceProfile } from '@/core/device';

type Procedure = DeviceProfile['procedure'];
type Board = DeviceProfile['revisions'][number];

/** A list with one thing changed, or taken out where it is null. */
export function withThing<T>(things: T[], at: number, thing: T | null): T[] {
  const next = [...things];
  next.splice(at, 1, ...(thing === null ? [] : [thing]));
  return next;
}

/** An id of this kind that none of them has. */
function freeId(kind: string, things: { id: string }[]): string {
  let n = things.length + 1;
  while (things.some(({ id }) => id === `${kind}-${n}`)) n += 1;
  return `${kind}-${n}`;
}

/** Things as they begin, with an id of their own; the proof says what is still missing. */
export const newThing = {
  fastener: (all: Procedure['fasteners']): Procedure['fasteners'][number] => ({
    id: freeId('fasteners', all),
    where: 'new fasteners',
    kind: 'screw',
    count: 1,
    lengthMm: 5,
    bit: 'PH0',
    captive: false,
    under: null,
    emptyHoles: 0,
    tighten: null,
  }),
  cable: (all: Procedure['cables']): Procedure['cables'][number] => ({
    id: freeId('cable', all),
    where: 'new cable',
    latch: 'plug',
    restsWhere: null,
  }),
  question: (all: Procedure['questions']): Procedure['questions'][number] => ({
    id: freeId('question', all),
    ask: 'Which way?',
    answers: [
      { id: 'one', words: 'the one way', why: 'Why somebody would.' },
      { id: 'other', words: 'the other way', why: 'Why somebody else would.' },
    ],
  }),
  board: (all: Board[]): Board => ({
    id: freeId('board', all),
    name: `board ${all.length + 1}`,
    marks: ['a mark that one can see'],
    changes: {},
  }),
};

/** Marks as they are typed, with semicolons between; null where there are none, too many, or one is too long. */
export function marksOf(text: string): string[] | null {
  const marks = text
    .split(';')
    .map((mark) => mark.trim())
    .filter(Boolean);
  return marks.length >= 1 && marks.length <= 6 && marks.every((mark) => mark.length <= 120) ? marks : null;
}
