import type { Place } from '../device';

/** What of a place is no figure but one of a few: seen by eye or stated by a paper. */
export type PlainAnswer = {
  id: string;
  words: string;
  howToGet: string;
  options: readonly { value: string; words: string }[];
  /** Which of the options counts now; null where nobody knows. */
  now: string | null;
  /** The place with another of the options, or with none where nobody knows. */
  change: (value: string | null) => Place;
};

type Module = Extract<Place['form'], { kind: 'module' }>;

const paper = 'Read it in the maker’s manual, or in the system’s list of devices.';
const numbers = (prefix: string, all: readonly number[]) =>
  all.map((n) => ({ value: String(n), words: `${prefix}${n}` }));
const asNumber = (value: string | null) => (value === null ? null : Number(value));

const sinkOptions = [
  { value: 'required', words: 'must be on the drive' },
  { value: 'optional', words: 'allowed' },
  { value: 'impossible', words: 'no room for one' },
] as const;

function ofModule(place: Place, form: Module): PlainAnswer[] {
  const changed = (more: Partial<Module>): Place => ({ ...place, form: { ...form, ...more } });
  const { sink } = form;
  return [
    {
      id: 'key',
      words: 'Key of the socket',
      howToGet:
        'Look at the socket: the rib stands at contacts 59 to 66 for key M, at 12 to 19 for key B; or at the notch of its drive.',
      options: [
        { value: 'M', words: 'M' },
        { value: 'B', words: 'B' },
      ],
      now: form.key,
      change: (value) => changed({ key: value === 'M' || value === 'B' ? value : null }),
    },
    {
      id: 'sides',
      words: 'Room for chips',
      howToGet: 'Look under the drive that it came with; measure the room below it.',
      options: [
        { value: 'single', words: 'on one side only' },
        { value: 'double', words: 'on both' },
      ],
      now: form.sides.length === 0 ? null : form.sides.includes('double') ? 'double' : 'single',
      change: (value) =>
        changed({ sides: value === 'double' ? ['single', 'double'] : value === 'single' ? ['single'] : [] }),
    },
    // A sink of the device's own has figures, and comes with a profile that states them.
    ...(sink.kind === 'fixed'
      ? []
      : [
          {
            id: 'sink',
            words: 'Heatsink',
            howToGet: 'Look at the drive that it came with, and at what lies over it.',
            options: sinkOptions,
            now: sink.kind === 'unknown' ? null : sink.kind,
            change: (value: string | null) =>
              changed({
                sink:
                  value === 'impossible'
                    ? { kind: 'impossible', why: 'Nothing goes between the drive and what lies over it.' }
                    : { kind: value === 'required' || value === 'optional' ? value : 'unknown' },
              }),
          },
        ]),
  ];
}

/** The plain answers that this place can have. */
export function plainAnswersOf(place: Place): PlainAnswer[] {
  const { form, protocols } = place;
  const pcie = protocols.length === 0 || protocols.includes('NVMe');
  const one = protocols[0] ?? null;
  return [
    ...(form.kind === 'module' ? ofModule(place, form) : []),
    {
      id: 'protocol',
      words: 'Protocol',
      howToGet: 'Read the label of the drive that it came with, or the maker’s manual.',
      options: ['NVMe', 'SATA', 'NVMe and SATA', 'PATA', 'eMMC', 'UHS-I'].map((value) => ({
        value,
        words: value,
      })),
      now: protocols.length === 2 ? 'NVMe and SATA' : one,
      change: (value) => ({
        ...place,
        protocols: value === null ? [] : (value.split(' and ') as Place['protocols']),
      }),
    },
    ...(pcie
      ? [
          {
            id: 'linkGeneration',
            words: 'Link generation',
            howToGet: paper,
            options: numbers('', [1, 2, 3, 4, 5]),
            now: place.linkGeneration === null ? null : String(place.linkGeneration),
            change: (value: string | null): Place => ({ ...place, linkGeneration: asNumber(value) }),
          },
          {
            id: 'lanes',
            words: 'Lanes',
            howToGet: paper,
            options: numbers('×', [1, 2, 4]),
            now: place.lanes === null ? null : String(place.lanes),
            change: (value: string | null): Place => ({ ...place, lanes: asNumber(value) }),
          },
        ]
      : []),
    ...(place.accepted.kind === 'listed'
      ? []
      : [
          {
            id: 'accepted',
            words: 'Accepted drives',
            howToGet: 'Read it in the maker’s manual; a drive that is on no list and works proves it.',
            options: [{ value: 'any', words: 'whatever fits its figures' }],
            now: place.accepted.kind === 'any' ? 'any' : null,
            change: (value: string | null): Place => ({
              ...place,
              accepted: { kind: value === 'any' ? 'any' : 'unknown' },
            }),
          },
        ]),
  ];
}
