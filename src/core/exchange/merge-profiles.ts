import type { DeviceProfile } from '../device';
import { Estimate, type Origin } from '../margin';

/** Whose a figure is in a merged profile. */
export type Whose = 'mine' | 'theirs';

/** A place where two people's profiles of one device differ: what each says, and which of the two is surer. */
export type Difference = {
  /** Where it is, as a key of `choices`. */
  at: string;
  path: (string | number)[];
  mine: unknown;
  theirs: unknown;
  /** The one that a careful person would take, and why. */
  better: Whose;
  why: string;
};

/** How much a kind of source is worth against another: what was measured before what a paper says, before what was taken for granted. */
const worth: Readonly<Record<Origin['kind'], number>> = Object.freeze({
  measured: 5,
  reading: 4,
  specification: 3,
  'data-sheet-maximum': 3,
  'data-sheet-typical': 3,
  owner: 2,
  computed: 2,
  default: 1,
});

/** Lists and parts that are taken over whole: of a procedure half of one and half of another cannot be worked. */
const whole = [
  'procedure',
  'firstPower',
  'ways',
  'diagnosis',
  'map',
  'deliveredParts',
  'deliveredDrives',
  'cautions',
];

const isObject = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

const estimateOf = (value: unknown): Estimate | null =>
  isObject(value) && 'known' in value ? (Estimate.safeParse(value).data ?? null) : null;

const hasIds = (list: unknown[]): list is { id: string }[] =>
  list.length > 0 && list.every((one) => isObject(one) && typeof one.id === 'string');

const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);

/** Which of two figures is surer, and why. */
function surer(mine: unknown, theirs: unknown): Pick<Difference, 'better' | 'why'> {
  const [a, b] = [estimateOf(mine), estimateOf(theirs)];
  if (!a || !b) {
    const isNothing = (value: unknown) =>
      value === null || value === undefined || (Array.isArray(value) && value.length === 0);
    return isNothing(mine) && !isNothing(theirs)
      ? { better: 'theirs', why: 'yours says nothing' }
      : { better: 'mine', why: 'nothing says which is surer' };
  }
  if (a.known !== b.known)
    return a.known
      ? { better: 'mine', why: 'theirs is not known' }
      : { better: 'theirs', why: 'yours is not known' };
  if (!a.known || !b.known) return { better: 'mine', why: 'neither is known' };
  const by = worth[a.origin.kind] - worth[b.origin.kind];
  if (by !== 0)
    return by > 0
      ? { better: 'mine', why: `yours is ${a.origin.kind}, theirs ${b.origin.kind}` }
      : { better: 'theirs', why: `theirs is ${b.origin.kind}, yours ${a.origin.kind}` };
  const [mineAt, theirsAt] = [a.origin.at ?? '', b.origin.at ?? ''];
  if (mineAt !== theirsAt)
    return mineAt > theirsAt
      ? { better: 'mine', why: 'yours is newer' }
      : { better: 'theirs', why: 'theirs is newer' };
  const width = ({ minus, plus }: { minus: number | null; plus: number | null }) =>
    minus === null || plus === null ? Infinity : minus + plus;
  return width(b) < width(a)
    ? { better: 'theirs', why: 'theirs is narrower' }
    : { better: 'mine', why: 'yours is as narrow' };
}

type Path = (string | number)[];

/** The pairs of values that stand at the same place of two documents, as deep as they can be told apart. */
function* pairs(
  mine: unknown,
  theirs: unknown,
  path: Path,
): Generator<{ path: Path; mine: unknown; theirs: unknown }> {
  if (same(mine, theirs)) return;
  const isLeaf =
    whole.includes(String(path.at(-1))) || estimateOf(mine) !== null || estimateOf(theirs) !== null;
  if (!isLeaf && isObject(mine) && isObject(theirs)) {
    for (const key of new Set([...Object.keys(mine), ...Object.keys(theirs)]))
      yield* pairs(mine[key], theirs[key], [...path, key]);
    return;
  }
  if (!isLeaf && Array.isArray(mine) && Array.isArray(theirs) && hasIds(mine) && hasIds(theirs)) {
    for (const id of new Set([...mine, ...theirs].map((one) => one.id)))
      yield* pairs(
        mine.find((one) => one.id === id),
        theirs.find((one) => one.id === id),
        [...path, `#${id}`],
      );
    return;
  }
  yield { path, mine, theirs };
}

/** All places where two profiles differ. Whoever they are of, the device must be the same. */
export const differences = (mine: DeviceProfile, theirs: DeviceProfile): Difference[] =>
  [...pairs(mine, theirs, [])].map((pair) => ({
    ...pair,
    at: pair.path.join('.'),
    ...surer(pair.mine, pair.theirs),
  }));

function put(document: unknown, [step, ...rest]: Path, value: unknown): unknown {
  if (step === undefined) return value;
  if (Array.isArray(document) && typeof step === 'string' && step.startsWith('#')) {
    const id = step.slice(1);
    const list = document as { id: string }[];
    const at = list.findIndex((one) => one.id === id);
    if (at < 0) return value === undefined ? list : [...list, put(undefined, rest, value)];
    if (rest.length === 0 && value === undefined) return list.filter((one) => one.id !== id);
    return list.map((one, i) => (i === at ? put(one, rest, value) : one));
  }
  const object = isObject(document) ? document : {};
  return { ...object, [step]: put(object[step], rest, value) };
}

/** My profile with what was chosen of theirs; what nobody chose about stays mine. */
export function merged(
  mine: DeviceProfile,
  theirs: DeviceProfile,
  choices: Readonly<Partial<Record<string, Whose>>>,
): unknown {
  let document: unknown = mine;
  for (const { at, path, theirs: value } of differences(mine, theirs))
    if (choices[at] === 'theirs') document = put(document, path, value);
  return document;
}
