import type { Margin } from '../margin';
import type { Drive } from '../part';
import type { ReadingName } from '../device';
import { functionMarginId } from './prove-margins';

/** What may be behind a proof that was not passed, the cheapest to look at first; what it takes, minutes of hands. */
export type Cause = { what: string; look: string; minutes: number };

const causes: Readonly<Record<string, readonly Cause[]>> = Object.freeze({
  'read-test': [
    {
      what: 'The unit was taken for another',
      look: 'Mbit/s and MB/s differ by eight, MB/s and MiB/s by a twentieth: read it once more.',
      minutes: 1,
    },
    {
      what: 'The device tested another store',
      look: 'Choose the new drive in its test, not the soldered one or a card.',
      minutes: 3,
    },
    {
      what: 'The link runs narrower than it should',
      look: 'Compare with the chain at Fit: half the rate is half the lanes, a generation less is half as well. A drive that is not home does that.',
      minutes: 5,
    },
    {
      what: 'The drive was warm, or the device busy',
      look: 'Leave it alone for ten minutes, close all else, test again.',
      minutes: 12,
    },
    {
      what: 'The drive is not home in its socket',
      look: 'Open it again, seat the drive, screw it down flat.',
      minutes: 30,
    },
    {
      what: 'The drive is not what its label says, or is failing',
      look: 'Test it alone on the dock; return it with both readings.',
      minutes: 40,
    },
  ],
  'size-shown': [
    {
      what: 'The device counts otherwise than it was typed',
      look: 'GB and GiB differ by seven in a hundred, TB and TiB by ten: type it with its unit as shown.',
      minutes: 1,
    },
    {
      what: 'It shows what is free, or one of several partitions',
      look: 'Look for the size of the whole storage.',
      minutes: 2,
    },
    {
      what: 'The main partition was not grown',
      look: 'Let the device grow it where it can; else carry over again with the layout of Data.',
      minutes: 15,
    },
    {
      what: 'It is another drive than the one that was chosen',
      look: 'Read model and serial number in its settings, or on the label inside.',
      minutes: 30,
    },
  ],
  'parts-shown': [
    {
      what: 'The device hides some of its partitions',
      look: 'Count in its storage settings with system partitions shown.',
      minutes: 2,
    },
    {
      what: 'A partition is missing, or one too many',
      look: 'Look into the drive on the dock: its table against the layout.',
      minutes: 30,
    },
  ],
  'write-test': [
    {
      what: 'Its fast cache was full',
      look: 'Leave it alone for half an hour, then write again.',
      minutes: 35,
    },
    {
      what: 'The drive was warm',
      look: 'Read its temperature while it writes: above its warning it halves its rate.',
      minutes: 10,
    },
    {
      what: 'The drive is not what its label says, or is failing',
      look: 'Test it alone on the dock; return it with both readings.',
      minutes: 40,
    },
  ],
  'timed-copy': [
    {
      what: 'Many small files, or something beside it',
      look: 'Copy one large file, with all else closed.',
      minutes: 5,
    },
    {
      what: 'It was copied from another store',
      look: 'Copy within the new drive, from one folder to another.',
      minutes: 5,
    },
    {
      what: 'Its fast cache was full',
      look: 'Leave it alone for half an hour, then copy again.',
      minutes: 35,
    },
  ],
  'drive-temperature': [
    {
      what: 'The way of air is shut',
      look: 'Feel at the grille: warm air must come out. Turn it off a cloth or a bed.',
      minutes: 1,
    },
    {
      what: 'The room is warmer than where it will stand',
      look: 'Read it again where it is used.',
      minutes: 20,
    },
    {
      what: 'The pad does not touch, or its film was left on',
      look: 'Open it again: its print must be seen in the pad.',
      minutes: 30,
    },
  ],
  mismatches: [
    {
      what: 'The copy differs from its source',
      look: 'Never accepted: carry over again, with another case and cable first.',
      minutes: 40,
    },
  ],
  unreadable: [
    {
      what: 'Stretches of the old drive could not be read',
      look: 'Fetch what lay there from elsewhere; what is nowhere else is lost.',
      minutes: 10,
    },
  ],
});

/** What may be behind something that worked before the device was open. */
const causesOfFunction: readonly Cause[] = Object.freeze([
  {
    what: 'It is switched off, or set otherwise',
    look: 'Look in its settings; a fresh system begins with its own.',
    minutes: 2,
  },
  { what: 'It wants a driver or an update', look: 'Let it fetch its updates, then try again.', minutes: 20 },
  {
    what: 'A plug, a ribbon or an aerial is not home',
    look: 'Open it again and press each of them in.',
    minutes: 30,
  },
]);

/** What may be behind a margin that was not passed; empty where it was, or nobody has looked. */
export const causesOf = ({ id, verdict }: Pick<Margin, 'id' | 'verdict'>): readonly Cause[] =>
  verdict !== 'over' ? [] : (causes[id] ?? (id.startsWith(functionMarginId('')) ? causesOfFunction : []));

const usualRoomC = 24;
/** What a drive under load can show beside its room, K. */
const mostRiseK = 90;

/** A rate that is read cannot be much above what the drive is stated to read, nor a size above what it holds; far below is a unit mistaken. */
const mostRate = 1.3;
const leastRate = 0.005;
const mostSize = 1.1;
const leastSize = 0.02;

/** Whether a reading can be, for this drive; where nothing is known of the drive everything can. */
export function isPlausible(
  name: ReadingName,
  value: number,
  drive: Drive | null,
  roomC: number = usualRoomC,
): boolean {
  if (name === 'drive-temperature') return value >= roomC - 2 && value <= roomC + mostRiseK;
  if (name === 'parts-shown') return Number.isInteger(value) && value >= 0 && value <= 128;
  if (!drive) return value > 0;
  const [stated, least, most] =
    name !== 'size-shown'
      ? [drive.readBytesPerS, leastRate, mostRate]
      : [drive.labelGB * 1e9, leastSize, mostSize];
  return value >= stated * least && value <= stated * most;
}
