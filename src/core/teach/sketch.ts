import * as z from 'zod';
import { type Estimate, about, missing } from '../margin';
import type { Place, ProfileShape } from '../device';
import { Protocol, shortText } from '../part';
import { ProcedureShape } from '../work';
import { commonCautions, familyIds, familyPatterns } from './pattern';
import { placeForms } from './place-forms';

/** Width and length of a module by its size, mm: two digits of width, the rest is length (PCI Express M.2 specification, 2.2). */
const moduleSize = (form: string) =>
  /^22\d{2,3}$/u.test(form) ? { widthMm: 22, lengthMm: Number(form.slice(2)) } : null;

/**
 * The eight answers that a device can be asked about with. What nobody knows is null or empty, and stays that: nothing is taken from
 * a family that would be a figure.
 */
export const Sketch = z
  .object({
    maker: shortText,
    name: shortText,
    family: z.enum(familyIds),
    /** Sizes that go in; of modules several, else one. */
    forms: z.array(z.enum(placeForms)).min(1, 'Say what goes in: one of the sizes.').max(5),
    key: z.enum(['B', 'M']).nullable(),
    protocols: z.array(Protocol).max(5),
    lanes: z.union([z.literal(1), z.literal(2), z.literal(4)]).nullable(),
    showsCapacity: z.enum(['decimal', 'binary', 'binary-called-decimal']),
  })
  .strict()
  .superRefine(({ forms, key, lanes, protocols }, context) => {
    const wrong = (path: string, message: string) =>
      context.addIssue({ code: 'custom', path: [path], message });
    const modules = forms.filter((form) => moduleSize(form));
    if (modules.length < forms.length && forms.length > 1)
      wrong('forms', 'Several sizes go into one place only where they are modules.');
    if (modules.length === 0 && key !== null) wrong('key', 'Only a socket for modules has a key.');
    if (lanes !== null && protocols.length > 0 && !protocols.includes('NVMe') && lanes > 1)
      wrong('lanes', `${protocols.join(' and ')} has one lane.`);
    if (key === 'B' && lanes === 4) wrong('lanes', 'Key B carries two lanes at most.');
  });
export type Sketch = z.infer<typeof Sketch>;

/** An id from words: letters, digits and dashes, as profiles and addresses have it. Words without any are told by their characters. */
export const idFromWords = (words: string): string =>
  latin(words) ||
  `device-${latin([...words].map((letter) => letter.codePointAt(0)!.toString(36)).join('')).slice(0, 50)}`;

const latin = (words: string): string =>
  words
    .normalize('NFKD')
    .replace(/\p{Mark}/gu, '')
    .toLowerCase()
    .replace(/[^a-z0-9]+/gu, '-')
    .replace(/^-+|-+$/gu, '')
    .slice(0, 60)
    .replace(/-+$/u, '');

const caliper = (what: string) => `Measure it with a caliper: ${what}.`;
const paper = 'Read it in the maker’s manual or service note.';

const standing = (value: number, plusMinus: number, note: string): Estimate =>
  about(value, plusMinus, plusMinus, { kind: 'default', note });

function formOf({ forms, key }: Sketch): Place['form'] {
  const sizes = forms.flatMap((form) => moduleSize(form) ?? []);
  const [first] = forms;
  if (sizes[0])
    return {
      kind: 'module',
      key,
      standOffsMm: sizes.map(({ lengthMm }) => lengthMm).sort((a, b) => a - b),
      widthMm: sizes[0].widthMm,
      sides: [],
      moduleUndersideMm: missing(
        'the height at which the module lies',
        caliper('from the main board up to the underside of a module that is in'),
      ),
      roomBelowMm: missing(
        'the room below the module',
        'Feeler gauge between the module and the tallest part on the main board below it.',
      ),
      sink: { kind: 'unknown' },
      coverMm: missing(
        'the height of the cover over the drive',
        'Lay putty on the drive, close the cover, open it and measure the putty at three points or more.',
      ),
      contactsFreeMm: standing(4, 0.3, 'contacts and their lead-in, named default'),
      screwFreeMm: standing(5.5, 0.3, 'screw head and driver, named default'),
      boardForceAtMostN: missing('the force that the board may take', paper),
    };
  if (first === 'card') return { kind: 'card' };
  return {
    kind: first as '1.8-inch' | '2.5-inch' | '3.5-inch',
    heightAtMostMm: missing('the height of the bay', caliper('from its floor to whatever closes it')),
    mounting: null,
    connectors: null,
  };
}

function placeOfSketch(sketch: Sketch): Place {
  const { role } = familyPatterns[sketch.family];
  const form = formOf(sketch);
  return {
    id: 'drive',
    name: role === 'expansion' ? 'bay' : form.kind === 'module' ? 'drive slot' : 'drive bay',
    role: form.kind === 'card' ? 'card' : role,
    replaceable: true,
    keeps: null,
    form,
    protocols: sketch.protocols,
    linkGeneration: null,
    lanes: sketch.lanes,
    sataGeneration: null,
    limits: {
      readAtLeastBytesPerS: missing('the read speed that the device wants', paper),
      generationAtLeast: missing('the link generation that the device wants', paper),
      capacityFromGB: missing('the smallest drive that the device takes', paper),
      capacityToGB: missing('the largest drive that the device takes', paper),
    },
    accepted: { kind: 'unknown' },
    duty: null,
    addressBits: null,
    table: null,
    powerAtMostW: missing('what the slot may supply', paper),
    minimumSystemVersion: null,
    adapters: [],
    heat: null,
  };
}

/**
 * A profile from the eight answers: it answers what they carry, says of everything else that it is not known and how to get it, and
 * has no procedure yet. Times at switching on are a named default that says so.
 */
export function profileOfSketch(sketch: Sketch, id: string): ProfileShape {
  const pattern = familyPatterns[sketch.family];
  return {
    schema: 'jicara.device/2',
    id,
    maker: sketch.maker,
    name: sketch.name,
    family: pattern.words,
    cautions: [...pattern.cautions, ...commonCautions],
    places: [placeOfSketch(sketch)],
    revisions: [],
    caseChanges: [],
    use: {
      writesGBPerDay: missing(
        'what is written in a day',
        'Ask the owner, or read two health reports some weeks apart.',
      ),
      keepYears: missing('for how long it should last', 'Ask the owner.'),
    },
    deliveredDrives: [],
    deliveredParts: [],
    ways: null,
    unattended: null,
    inUse: null,
    startFile: 'EFI/BOOT/BOOTX64.EFI',
    showsCapacity: sketch.showsCapacity,
    opening: {
      chargeBelowPercent: 25,
      storageModeBelowPercent: null,
      school: 'Nobody has stated the maker’s limit: below a quarter full, the stricter of the usual two.',
    },
    specialTools: [],
    firstPower: {
      startsOnlyOnCharger: false,
      phases: [
        {
          shows: 'starts (how long is not known: usual times of such devices)',
          usualS: 60,
          worryS: 600,
        },
      ],
      cables: [{ ...pattern.feed, why: null }],
      menuKeys: null,
      network: [],
      format: [],
      prompts: [],
      afterLostNetwork: null,
      networkRetries: null,
      faultWeights: {},
    },
    proofs: null,
    afterStart: [],
    care: [],
    diagnosis: { faults: [], checks: [], never: [] },
    map: [],
    procedure: ProcedureShape.parse({ power: pattern.power, fasteners: [], open: [], swap: [] }),
  };
}

/** Whether a value is an estimate that is known. */
const isKnownFigure = (value: object): value is Extract<Estimate, { known: true }> =>
  'known' in value && value.known === true && 'origin' in value;

function withOrigins<T>(value: T, note: (old: string) => string): T {
  if (Array.isArray(value)) return value.map((one) => withOrigins(one as unknown, note)) as T;
  if (typeof value !== 'object' || value === null) return value;
  const copied = Object.fromEntries(
    Object.entries(value).map(([key, inner]) => [key, withOrigins(inner as unknown, note)]),
  ) as object;
  return (
    isKnownFigure(copied)
      ? { ...copied, origin: { ...copied.origin, kind: 'default', note: note(copied.origin.note) } }
      : copied
  ) as T;
}

/**
 * Another device described by one that is known: every figure stands as taken over from it, measured by nobody on this one. The
 * procedure, marks and ways are carried over whole.
 */
export function profileOfCopy(
  known: ProfileShape,
  { id, maker, name }: Pick<ProfileShape, 'id' | 'maker' | 'name'>,
): ProfileShape {
  const from = `${known.maker} ${known.name}`;
  return {
    ...withOrigins(known, (old) =>
      `taken over from ${from}, not looked at on this one: ${old}`.slice(0, 400),
    ),
    id,
    maker,
    name,
  };
}
