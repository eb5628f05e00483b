import { type Facts, factValue, isTrue } from './facts';
import { type FactName } from './fact-schema';
import type { HoldCode } from './hold-code';
import { type Ledger, screwsOut } from './ledger';
import type { Procedure } from './procedure';

/** What a hold can stop. Each act of a job asks for the holds on one or more of these. */
export const stops = [
  'opening',
  'board',
  'copy',
  'first-write',
  'swap',
  'first-power',
  // What the device does alone for a long time, over the network, from a stick or by formatting.
  'unattended',
  'sheet',
] as const;
export type Stop = (typeof stops)[number];

export type Hold = {
  code: HoldCode;
  what: string;
  why: string;
  remedy: string;
  stops: Stop[];
  /** True where somebody saw it; false where nobody has looked yet. */
  seen: boolean;
  /** Who may override it, with a reason that stands on the sheet. */
  override: 'nobody' | 'technician';
  /** The id of what it is about, where there may be several. */
  of?: string;
};

type Rule = Omit<Hold, 'override' | 'what' | 'remedy' | 'seen'> & {
  override?: Hold['override'] | ((facts: Facts) => Hold['override']);
  /** Another fact that lifts it as well, where its own is known to be wrong. */
  orFact?: FactName;
  fact: FactName;
  /** The only value that lifts it: not known holds as much as known wrong. */
  safe: boolean;
  wrong: string | ((context: HoldContext) => string);
  unknown: string;
  remedy: (context: HoldContext) => string;
  /** Only where this is so. */
  onlyWhere?: (context: HoldContext) => boolean;
  /** Only for devices with this inside. */
  power?: 'cell' | 'mains';
};

export type HoldContext = {
  chargeLimitPercent: number;
  targetLabel: string | null;
  ledger: Ledger;
  /** How the system comes across: a copy of the old drive, a stick with an image, what the device does by itself; not at all where the old drive goes in again. */
  carriedBy: 'copy' | 'stick' | 'device' | 'nothing';
  /** The owner wants data kept that the way does not bring across. */
  losesData: boolean;
  /** The copy is finished in an image file, and nobody has read the drive that it is written to. */
  onlyImage: boolean;
  /** The job follows the maker’s storage mode instead of the lower charge. */
  storageMode: boolean;
  power: Procedure['power'];
};

/** The fact that says that a hold was overridden. */
export const overrideFact = (code: HoldCode) => `override.${code}` as const;

const hasPower = (power: Procedure['power'], kind: 'cell' | 'mains') =>
  power === kind || power === 'cell-and-mains';

const everything: Stop[] = [...stops];

const isCopied = ({ carriedBy }: HoldContext) => carriedBy === 'copy';

const rules: Rule[] = [
  {
    code: 'swollen',
    power: 'cell',
    fact: 'battery.swollen',
    safe: false,
    wrong: 'The battery is swollen',
    unknown: 'Nobody has looked whether the battery is swollen',
    why: 'A swollen cell can burn when it is bent, pressed or pierced.',
    remedy: () =>
      'Look at the back: it must lie flat. Swollen means stop: hand it to someone trained for cells.',
    stops: everything,
  },
  {
    code: 'consent',
    fact: 'consent.given',
    safe: true,
    wrong: 'The owner has not agreed to opening',
    unknown: 'The owner has not been asked about opening',
    why: 'Opening may end a guarantee; local law differs.',
    remedy: () => 'Tell the owner what opening does to the guarantee, and note the answer.',
    stops: ['opening'],
  },
  {
    code: 'card',
    fact: 'card.inserted',
    safe: false,
    wrong: 'A card is in the slot',
    unknown: 'Nobody has looked whether a card is in the slot',
    why: 'The case snaps a card that is left in.',
    remedy: () => 'Take the card out and put it with the device’s papers.',
    stops: ['opening'],
  },
  {
    code: 'charge',
    power: 'cell',
    override: 'technician',
    fact: 'charge.below-limit',
    safe: true,
    wrong: 'The battery holds too much charge',
    unknown: 'The charge is not known',
    why: 'A nearly empty cell does far less harm when a tool slips.',
    remedy: ({ chargeLimitPercent }) =>
      `Run it down below ${chargeLimitPercent} %, then enter the charge shown.`,
    stops: ['opening'],
  },
  {
    code: 'battery',
    power: 'cell',
    fact: 'battery.connected',
    safe: false,
    wrong: 'The battery is still plugged in',
    unknown: 'It is not known whether the battery is unplugged',
    why: 'A slip on a live board ends the board. Some skip this; we do not.',
    remedy: () => 'Unplug the battery by its plug, before anything else is touched.',
    stops: ['board', 'swap'],
  },
  {
    code: 'asleep',
    fact: 'power.off',
    safe: true,
    wrong: 'The device is not switched off',
    unknown: 'It is not known whether the device is off or only asleep',
    why: 'Asleep it writes, and the board is live.',
    remedy: () => 'Switch it off for real, as its own step says.',
    stops: ['board', 'swap'],
  },
  {
    code: 'charger',
    fact: 'charger.connected',
    safe: false,
    wrong: 'The charger is in',
    unknown: 'It is not known whether the charger is out',
    why: 'A charger keeps the board live whatever the cell does.',
    remedy: () => 'Pull the charger by its plug.',
    stops: ['board', 'swap'],
  },
  {
    code: 'mains',
    power: 'mains',
    fact: 'mains.plugged',
    safe: false,
    wrong: 'The mains plug is in',
    unknown: 'It is not known whether the mains plug is out',
    why: 'Mains voltage kills.',
    remedy: () => 'Pull the mains plug, at the device or the wall, and lay it where it can be seen.',
    stops: ['board', 'swap'],
  },
  {
    code: 'supply',
    power: 'mains',
    fact: 'supply.discharged',
    safe: true,
    wrong: 'The supply is not discharged',
    unknown: 'Nobody has waited for the supply to discharge',
    why: 'Its capacitors hold enough to stop a heart for minutes after the plug is out.',
    remedy: () => 'Wait as long as its own step says, with the plug out.',
    stops: ['board', 'swap'],
  },
  {
    code: 'encryption',
    fact: 'encryption.on',
    safe: false,
    wrong: 'Encryption is on',
    unknown: 'It is not known whether encryption is on',
    why: 'A sealed partition cannot be copied by used blocks, nor grown, and may ask for its key in another drive. Once the device lies open nobody can switch it off.',
    remedy: () =>
      'While it still starts: look in its settings. Switched off and finished, note it; else carry it over sealed, with the recovery key at hand.',
    orFact: 'key.at-hand',
    stops: ['opening', 'copy'],
    onlyWhere: isCopied,
  },
  {
    code: 'label',
    fact: 'target.armed',
    safe: true,
    wrong: 'The new drive’s bench label has not been typed',
    unknown: 'The new drive’s bench label has not been typed',
    why: 'Copying overwrites the whole drive; typing its label proves which one is meant.',
    remedy: ({ targetLabel }) =>
      targetLabel ? `Read the label on the new drive and type it.` : 'Put the new drive in the dock first.',
    stops: ['first-write'],
    onlyWhere: isCopied,
  },
  {
    code: 'copy-unverified',
    fact: 'copy.verified',
    safe: true,
    orFact: 'copy.looked-into',
    override: (facts) => (factValue(facts, 'copy.verified') === false ? 'technician' : 'nobody'),
    wrong: ({ onlyImage }) =>
      onlyImage
        ? 'The image is finished, and the drive it is written to was not read'
        : 'What was copied was not read back',
    unknown: 'The copy has not been read back and matched',
    why: 'Once it is closed up, a bad copy costs the whole way in again.',
    remedy: ({ onlyImage }) =>
      onlyImage
        ? 'Write it to the drive, read the drive back by the lines at Carry over, and hold what they print against the list.'
        : 'At Carry over: finish the copy, read it back, or look inside the new drive for its evidence.',
    stops: ['swap'],
    onlyWhere: isCopied,
  },
  {
    code: 'stick',
    fact: 'stick.ready',
    safe: true,
    wrong: 'No stick with a checked image is ready',
    unknown: 'No stick with a checked image is ready',
    why: 'An opened device with an empty drive and a bad image stays on the bench for the day.',
    remedy: () => 'Write an image to a stick on the Dock, then take it at Data.',
    stops: ['opening'],
    onlyWhere: ({ carriedBy }) => carriedBy === 'stick',
  },
  {
    code: 'second-copy',
    override: 'technician',
    fact: 'second-copy.made',
    safe: true,
    wrong: 'There is no second copy of the data to keep',
    unknown: 'Nobody has said that there is a second copy of the data to keep',
    why: 'This way brings a fresh system: what lies only on the old drive does not come along.',
    remedy: () =>
      'Save elsewhere what must be kept (saved games, sign-ins, recordings) and look whether it is there; then note it.',
    stops: ['opening'],
    onlyWhere: ({ losesData }) => losesData,
  },
  {
    code: 'storage-mode',
    power: 'cell',
    override: 'technician',
    fact: 'storage-mode.entered',
    safe: true,
    wrong: 'The storage mode is not entered',
    unknown: 'Nobody has said that the storage mode is entered',
    why: 'The higher charge is allowed only with the cell cut off from the board.',
    remedy: () => 'Enter it as the maker’s manual says, or follow the lower charge instead.',
    stops: ['board'],
    onlyWhere: ({ storageMode }) => storageMode,
  },
];

/** Whether a finished copy may go into the device: proved, looked into, or past its hold with a reason. */
export const copyMayGoIn = (facts: Facts): boolean =>
  isTrue(facts, 'copy.verified') ||
  (factValue(facts, 'copy.verified') === false &&
    (isTrue(facts, 'copy.looked-into') || isTrue(facts, overrideFact('copy-unverified'))));

const wrongWords = ({ wrong }: Rule, context: HoldContext): string =>
  typeof wrong === 'function' ? wrong(context) : wrong;

/** All holds that stand now, in the order in which work meets them. */
export function standingHolds(facts: Facts, context: HoldContext): Hold[] {
  const holds: Hold[] = rules
    .filter(({ onlyWhere }) => onlyWhere === undefined || onlyWhere(context))
    .filter(({ power }) => power === undefined || hasPower(context.power, power))
    .filter((rule) => factValue(facts, rule.fact) !== rule.safe)
    .filter(({ fact, orFact }) => !orFact || factValue(facts, fact) === null || !isTrue(facts, orFact))
    .map((rule) => ({
      code: rule.code,
      what: factValue(facts, rule.fact) === null ? rule.unknown : wrongWords(rule, context),
      why: rule.why,
      remedy: rule.remedy(context),
      stops: rule.stops,
      seen: factValue(facts, rule.fact) !== null,
      override: typeof rule.override === 'function' ? rule.override(facts) : (rule.override ?? 'nobody'),
    }));
  const out = screwsOut(context.ledger);
  if (out > 0) {
    holds.push({
      code: 'screws-left',
      what: `${out} ${out === 1 ? 'screw is' : 'screws are'} not in ${out === 1 ? 'its hole' : 'their holes'}`,
      why: 'A loose screw shorts a board; a missing one lets the case work open.',
      remedy: 'Go back to Close: the bowl shows which and where to.',
      stops: ['first-power', 'sheet'],
      seen: true,
      override: 'technician',
    });
  }
  const lost = context.ledger.rows.filter((row) => row.lost).map(({ group }) => `“${group.where}”`);
  if (lost.length > 0) {
    holds.push({
      code: 'screw-lost',
      what: `A screw of ${lost.join(' and ')} is lost`,
      why: 'It may lie inside, where it shorts the board or stops the fan.',
      remedy:
        'Tilt the device, look under fan and board, try a magnet; then say at Stuck that it was found or replaced.',
      stops: ['first-power'],
      seen: true,
      override: 'technician',
    });
  }
  return holds.filter(({ code, override }) => override === 'nobody' || !isTrue(facts, overrideFact(code)));
}

/** The first hold that stops any of these; null where the way is clear. */
export const holdOn = (holds: Hold[], asked: readonly Stop[]): Hold | null =>
  holds.find((hold) => hold.stops.some((stop) => asked.includes(stop))) ?? null;
