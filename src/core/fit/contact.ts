import type { Place } from '../device';
import { type Cooling, type ThermalBody, type Workload, nominalRun, settle, thermalBody } from '../heat';
import { type Missing, exact } from '../margin';
import { coolingOf } from './heat';
import type { Layers } from './layers';
import type { Build } from './question';

/** What was read of a drive under load: its temperature and the room's, °C, after so many minutes of work. */
export type LoadReading = { driveC: number; roomC: number; minutes: number };

/** Whether the pad touches, by what the drive came to: seen to touch, perhaps, likely lost, lost; or it is none of these. */
export type Contact = 'touches' | 'cannot-tell' | 'likely-lost' | 'lost' | 'neither';
export type ContactAnswer = {
  known: true;
  contact: Contact;
  /** Chance that the pad has lost its chips, 0..1, of what was read. */
  lost: number;
  /** What the drive was expected to come to by then, °C, with the pad and without. */
  touchingC: number;
  apartC: number;
  /** What else could be behind it, the likeliest first. */
  others: string[];
};

/**
 * Before anything is read: nearly every pad that was calculated to touch does; a twentieth is left for what nobody thought of. Named defaults, until
 * this bench has readings enough of its own.
 */
const before = Object.freeze({ touches: 0.85, lost: 0.1, other: 0.05 });
/** A sensor of a drive counts whole degrees and sits beside the chip, K; what nobody thought of is spread over this range, °C. */
const sensorK = 2;
const anything = Object.freeze({ fromC: 10, toC: 115 });

const density = (x: number, middle: number, minusK: number, plusK: number): number => {
  // The sides of a forecast hold nineteen of twenty: two standard deviations.
  const spread = Math.hypot(sensorK, (x < middle ? minusK : plusK) / 2);
  return Math.exp(-0.5 * ((x - middle) / spread) ** 2) / (spread * Math.sqrt(2 * Math.PI));
};

const hotter = [
  'The fan is blocked, or its plug is off',
  'The way of air is shut: dust, a film left on, a cover that is not home',
  'It worked harder, or longer, than it was noted',
];
const cooler = [
  'It did not work as hard as was meant: its cache was full, or the load came from elsewhere',
  'Another sensor was read than the drive’s',
  'The room was warmer or colder than was noted',
];

/**
 * Whether the pad of a build touches, by one reading under load: Bayes over a pad that touches, one that does not, and something else, each with the
 * thermal network's forecast for that room and that time. Missing where the place's heat is not known; null where no pad lies on it.
 */
export function contactOf(
  place: Place,
  build: Build,
  layers: Layers | null,
  workload: Workload,
  { driveC, roomC, minutes }: LoadReading,
): ContactAnswer | Missing | null {
  if (!layers || !layers.pads) return null;
  const laid: Cooling = { ...coolingOf(build, layers, 'touching'), pads: layers.pads, padMm: layers.padMm };
  const off: Cooling = { ...laid, name: 'apart', pads: null, padMm: null };
  const bodies = [laid, off].map((cooling) => thermalBody(place, build.drive, cooling));
  const [touching, apart] = bodies;
  if (!touching?.known) return touching ?? null;
  if (!apart?.known) return apart ?? null;
  const expected = (body: ThermalBody) => {
    const here = { ...body, roomC: exact(roomC, { kind: 'reading', note: 'read beside the drive' }) };
    const seconds = Math.max(60, Math.min(6 * 3600, minutes * 60));
    const run = nominalRun({ body: here, workload, seconds, everyS: 10 });
    const { minus, plus } = settle(here, workload).peakC;
    return { middleC: run.curveC.at(-1)!, minus: minus ?? 20, plus: plus ?? 20 };
  };
  const [on, away] = [expected(touching.body), expected(apart.body)];
  const weights = {
    touches: before.touches * density(driveC, on.middleC, on.minus, on.plus),
    lost: before.lost * density(driveC, away.middleC, away.minus, away.plus),
    other: before.other / (anything.toC - anything.fromC),
  };
  const all = weights.touches + weights.lost + weights.other;
  const [touches, lost, other] = [weights.touches / all, weights.lost / all, weights.other / all];
  return {
    known: true,
    contact:
      other > 0.6
        ? 'neither'
        : lost > 0.95
          ? 'lost'
          : lost > 0.6
            ? 'likely-lost'
            : touches > 0.9
              ? 'touches'
              : 'cannot-tell',
    lost,
    touchingC: on.middleC,
    apartC: away.middleC,
    others: driveC > on.middleC + on.plus ? hotter : driveC < on.middleC - on.minus ? cooler : [],
  };
}
