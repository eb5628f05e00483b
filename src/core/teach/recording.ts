import type { DeviceProfile } from '../device';
import { type Procedure, ProcedureShape, latchWords } from '../work';
import type { Recorded, RecordedAct, RecordedKind, Recording } from './recorded-act';
import { recordedWords } from './recorded-words';

type Open = Procedure['open'][number];
type Swap = Procedure['swap'][number];

/** Minutes that an act usually takes, until it was measured: named defaults. */
const usualMinutes: Readonly<Record<RecordedKind, number>> = Object.freeze({
  'switch-off': 1,
  'mains-out': 1,
  wait: 5,
  ground: 0.5,
  unscrew: 2,
  loosen: 1,
  twist: 1,
  unplug: 1,
  pry: 3,
  lift: 1,
  slide: 1,
  peel: 1,
  'no-battery': 0.5,
  'no-mains': 0.5,
  draw: 1,
});

const stays = (none: string): Open['back'] => ({ none });
const put = (title: string, how: string, minutes: number): Open['back'] => ({
  title: title.slice(0, 120),
  how: how.slice(0, 400),
  minutes,
  before: null,
  tool: null,
  hold: null,
  breaks: null,
  materials: [],
  needs: [],
});

const off = (fact: string, value = false) => ({ fact, value }) as Open['effects'][number];

/** What an act changes, and how it is undone. */
function changeOf({ id, act }: Recorded, minutes: number): Partial<Open> & Pick<Open, 'back'> {
  const { what, of, part, bit, latch, staysOut } = act;
  const tool = bit === null ? undefined : `${bit} driver`;
  const onto = part === 'cover' ? 'cover.on' : `${id}.on`;
  const again = (verb: string, how: string) =>
    staysOut
      ? stays('it stays out, as was said when it was recorded')
      : put(`${verb} the ${of} again`, how, minutes);
  switch (what) {
    case 'switch-off':
      return {
        effects: [off('power.off', true), off('charger.connected')],
        back: stays('first power wakes it'),
      };
    case 'mains-out':
      return { effects: [off('mains.plugged')], back: stays('it goes in at first power') };
    case 'wait':
      return { effects: [off('supply.discharged', true)], waits: true, back: stays('nothing to undo') };
    case 'ground':
      return { effects: [off('static.discharged', true)], back: stays('nothing to undo') };
    case 'no-battery':
    case 'no-mains':
      return { effects: [off(`${id}.looked`, true)], back: stays('nothing to undo') };
    case 'unscrew':
    case 'loosen':
    case 'twist':
      return {
        ...(tool ? { tool } : {}),
        takesOut: [id],
        touchesBoard: part === 'drive' || part === 'board',
        back:
          part === 'drive'
            ? stays('the swap puts it in')
            : put(
                what === 'twist' ? `Twist the tabs of the ${of} back` : `Screw the ${of} in again`,
                'The same ones into the same holes; straight, and to the first resistance.',
                minutes,
              ),
      };
    case 'unplug':
      return {
        unplugs: [id],
        back: put(`Plug the ${of} again`, latch ? `${latchWords[latch].on}.` : 'To its stop.', minutes),
      };
    case 'draw':
      return {
        effects: [off('drive.inserted')],
        touchesBoard: true,
        back: stays('the swap puts the new one in'),
      };
    case 'pry':
    case 'lift':
    case 'slide':
    case 'peel':
      if (part === 'battery')
        return {
          effects: [off('battery.in')],
          back: put(`Lay the ${of} in again`, 'As it lay; no force, no metal.', minutes),
        };
      if (part === 'fan')
        return {
          effects: [off('fan.aside', true)],
          back: put(`Lay the ${of} in its place`, 'Turn it once by hand: it runs free.', minutes),
        };
      return {
        effects: [off(onto)],
        touchesBoard: part === 'board',
        back:
          part === 'cover'
            ? put(`Put the ${of} on again`, 'Seam by seam; every clip is heard.', minutes)
            : again(
                what === 'peel' ? 'Lay' : what === 'slide' ? 'Slide' : 'Put',
                'As it was before it came off; the photo shows it.',
              ),
      };
  }
}

const howOf = ({ what, latch, note }: RecordedAct): string => {
  const how = what === 'unplug' && latch ? `${latchWords[latch].off}.` : '';
  const told = [how && `${how.charAt(0).toUpperCase()}${how.slice(1)}`, note].filter(Boolean).join(' ');
  return (told || 'As it was recorded; the photo shows it.').slice(0, 400);
};

const swapStep = (id: string, title: string, how: string, more: Partial<Swap>): Swap => ({
  id,
  title,
  how,
  minutes: 1,
  materials: [],
  touchesBoard: true,
  mayDo: 'anyone',
  needs: [],
  effects: [],
  takesOut: [],
  putsIn: [],
  unplugs: [],
  plugs: [],
  protects: [],
  alongside: [],
  waits: false,
  ...more,
});

/** The swap that every drive has; what held the old one holds the new one. */
function swapOf(acts: readonly Recorded[]): Swap[] {
  const holding = acts.filter(
    ({ act: { what, part } }) =>
      part === 'drive' && (what === 'unscrew' || what === 'loosen' || what === 'twist'),
  );
  return [
    swapStep(
      'inspect-new',
      'Look at the new drive',
      'Label read against the job; contacts and notch clean and straight.',
      {
        touchesBoard: false,
        effects: [off('drive.new-looked-at', true)],
      },
    ),
    swapStep('drive-in', 'Put the new drive in', 'The way the old one came out; no force.', {
      effects: [off('drive.inserted', true), off('drive.new-inside', true)],
    }),
    ...holding.map(({ id, act }) =>
      swapStep(
        `${id}-in`,
        `Fasten the drive: ${act.count} (${act.bit ?? 'by hand'})`,
        'Until it stops, and no more.',
        {
          putsIn: [id],
          ...(act.bit === null ? {} : { tool: `${act.bit} driver` }),
        },
      ),
    ),
    swapStep('seated', 'See that it is home', 'No contact shows; it lies flat and does not move.', {
      effects: [off('drive.seated', true)],
    }),
  ];
}

/** The way back of an act, at its place in the order. */
const inOrder = <Change extends Pick<Open, 'back'>>(change: Change, before: string | null): Change =>
  'none' in change.back ? change : { ...change, back: { ...change.back, before } };

/** Recorded acts that have a way back, in the order in which plain reversal undoes them. */
export const undoneInReverse = ({ acts }: Pick<Recording, 'acts'>): Recorded[] =>
  acts.filter((one) => !('none' in changeOf(one, 1).back)).toReversed();

/**
 * The procedure that a recording comes to: its acts as the way in, the way back made from them, and the swap that every drive has.
 * `power` is what the profile takes to be inside, until somebody looked; `minutes` are those that acts took, by id.
 */
export function procedureOfRecording(
  { acts, order = [] }: Pick<Recording, 'acts' | 'order'>,
  power: Procedure['power'],
  minutes: Readonly<Partial<Record<string, number>>> = {},
): Procedure {
  const did = (what: RecordedKind) => acts.some(({ act }) => act.what === what);
  const fastened = acts.filter(
    ({ act: { what } }) => what === 'unscrew' || what === 'loosen' || what === 'twist',
  );
  const bits = [...new Set(fastened.flatMap(({ act: { bit } }) => (bit === null ? [] : [`${bit} driver`])))];
  return ProcedureShape.parse({
    power: did('no-battery') ? 'mains' : did('no-mains') ? 'cell' : power,
    fasteners: fastened.map(({ id, act }) => ({
      id,
      where: act.of,
      kind: act.what === 'twist' ? 'twist-tab' : 'screw',
      count: act.count,
      lengthMm: act.what === 'twist' ? null : act.lengthMm,
      bit: act.what === 'twist' ? null : act.bit,
      captive: act.what === 'loosen',
      tighten: 'to the first resistance',
    })),
    cables: acts
      .filter(({ act: { what } }) => what === 'unplug')
      .map(({ id, act }) => ({
        id,
        where: act.of,
        latch: act.latch,
        ...(act.part === 'battery' ? { fact: 'battery.connected' } : {}),
      })),
    tools: bits.map((name) => ({ name })),
    open: acts.map((recorded) => {
      const taken = minutes[recorded.id] ?? recorded.act.waitMinutes ?? usualMinutes[recorded.act.what];
      return {
        id: recorded.id,
        title: recordedWords(recorded.act).slice(0, 120),
        how: howOf(recorded.act),
        minutes: taken,
        ...inOrder(changeOf(recorded, taken), order.find(({ id }) => id === recorded.id)?.before ?? null),
      };
    }),
    swap: swapOf(acts),
  });
}

const feeds = {
  cell: { words: 'charger', fact: 'charger.connected', why: null },
  mains: { words: 'mains plug', fact: 'mains.plugged', why: null },
} as const;

/**
 * A device with the procedure that a recording comes to. Where opening showed what powers it, and the cable that its profile switches
 * it on by brings none of that, the right one takes its place.
 */
export function profileOfRecording(
  profile: DeviceProfile,
  recording: Pick<Recording, 'acts' | 'order'>,
  minutes: Readonly<Partial<Record<string, number>>> = {},
): DeviceProfile {
  const procedure = procedureOfRecording(recording, profile.procedure.power, minutes);
  const { cables } = profile.firstPower;
  const last = cables.at(-1)?.fact;
  const needed = procedure.power === 'cell-and-mains' ? null : feeds[procedure.power];
  return {
    ...profile,
    procedure,
    firstPower:
      needed === null || last === needed.fact
        ? profile.firstPower
        : { ...profile.firstPower, cables: [...cables.slice(0, -1), needed] },
  };
}

/** Whether nobody has written down how this device is opened: a job on it records it. */
export const isUnwritten = ({ procedure }: Pick<DeviceProfile, 'procedure'>): boolean =>
  procedure.open.length + procedure.swap.length + procedure.close.length === 0;
