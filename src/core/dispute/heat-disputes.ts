import type { Place } from '../device';
import {
  type Build,
  type FitAnswer,
  type Setting,
  coolingOf,
  cooledBuilds,
  fit,
  outlineBesideMm,
} from '../fit';
import { type Settled, settle, thermalBody } from '../heat';
import type { Known } from '../margin';
import { formFactorOf } from '../part';
import type { Dispute, DisputeAsked, School } from './dispute';

const degrees = ({ value, minus, plus }: Known): string =>
  minus === null || plus === null
    ? `${value.toFixed(0)} °C`
    : `${value.toFixed(0)} °C (${(value - minus).toFixed(0)} to ${(value + plus).toFixed(0)})`;

/** Settled heat of a build with the cover on or off; null where a number is missing. */
function settledWith(setting: Setting, build: Build, answer: FitAnswer, cover: 'on' | 'off'): Settled | null {
  if (!setting.workload) return null;
  const body = thermalBody(answer.place, build.drive, coolingOf(build, answer.layers, 'compared', cover));
  return body.known ? settle(body.body, setting.workload) : null;
}

const sinkSchools: readonly [School, School] = [
  { says: 'A heatsink belongs on it', because: 'A drive that never slows down lasts, and installs quicker.' },
  {
    says: 'Bare, as it came',
    because: 'The maker sold it without; every part on the board is one more that can press or come loose.',
  },
];

/** The first way to lay a sink on it that fits, to compare with. */
function withSink({
  setting,
  build,
  answer,
  sinks,
  pads,
}: DisputeAsked): { build: Build; answer: FitAnswer } | null {
  const plain = { ...build, sink: null, pads: [] };
  const singles = pads.map((pad) => [pad]);
  for (const one of cooledBuilds(answer.place, plain, sinks, singles)) {
    if (!one.sink) continue;
    const judged = fit(setting, one);
    const blocks = judged.margins.some(({ id, verdict }) => verdict === 'over' && !heatIds.has(id));
    if (!blocks) return { build: one, answer: judged };
  }
  return null;
}

const heatIds = new Set(['heat', 'throttled', 'kept-speed']);

/** A sink where the device allows one and does not demand it: the heat decides. */
export function sinkDispute(asked: DisputeAsked): Dispute | null {
  const { setting, build, answer } = asked;
  const { form } = answer.place;
  if (form.kind !== 'module' || form.sink.kind !== 'optional' || build.drive.ownSink) return null;
  const bareBuild = { ...build, sink: null, pads: [] };
  const bareAnswer = fit(setting, bareBuild);
  const other = build.sink ? { build, answer } : withSink(asked);
  const [bare, worn] = [
    settledWith(setting, bareBuild, bareAnswer, 'on'),
    other && settledWith(setting, other.build, other.answer, 'on'),
  ];
  const needs = bareAnswer.margins.some(({ id, verdict }) => heatIds.has(id) && verdict !== 'clear');
  const name = other?.build.sink?.model;
  return {
    id: 'sink',
    question: 'A heatsink where none came with it?',
    schools: sinkSchools,
    ours: bare
      ? needs
        ? { school: 0, why: 'Bare it is not clear of where it slows down.' }
        : { school: 1, why: 'Bare it stays clear of where it slows down: a sink gains nothing here.' }
      : null,
    figures: bare
      ? `Bare it settles at ${degrees(bare.peakC)}${worn && name ? `, with the ${name} at ${degrees(worn.peakC)}` : ''}.`
      : 'Its heat is not known: a number is missing.',
  };
}

/** Pads on the chip side alone, or below as well. */
export function sidesDispute({ build, answer: { place } }: DisputeAsked): Dispute | null {
  const { form } = place;
  const size = formFactorOf(build.drive.formFactor);
  if (form.kind !== 'module' || form.sink.kind === 'impossible' || !size.ok || size.value.kind !== 'module')
    return null;
  if (build.pads.length === 0 && !build.padBelow) return null;
  const isDouble = size.value.sides === 'double';
  const hasFace = form.faceBelowMm !== undefined;
  return {
    id: 'sides',
    question: 'A pad on one side, or on both?',
    schools: [
      {
        says: 'One side, to the sink',
        because: 'Heat leaves by the sink; below, a pad bends the board upwards.',
      },
      { says: 'Both sides', because: 'Chips below have no other way out than the face under them.' },
    ],
    ours:
      isDouble && hasFace
        ? { school: 1, why: 'It has chips below, and the profile knows a flat face under them.' }
        : {
            school: 0,
            why: isDouble ? 'The profile knows no flat face below.' : 'It has no chips below.',
          },
    figures: null,
  };
}

/** What holds a sink on. */
export function holdDispute({
  build: { sink, drive },
  sinks,
  answer: { place },
}: DisputeAsked): Dispute | null {
  const { form } = place;
  const size = formFactorOf(drive.formFactor);
  if (!sink || form.kind !== 'module' || !size.ok || size.value.kind !== 'module') return null;
  const module = size.value;
  const room = form.roomBesideMm;
  const forces = (by: 'bands' | 'clips') =>
    sinks.flatMap(({ hold }) => (hold.by === by ? [hold.forceN.value] : []));
  const span = (by: 'bands' | 'clips') => {
    const all = forces(by);
    if (all.length === 0) return null;
    const [least, most] = [Math.min(...all).toFixed(0), Math.max(...all).toFixed(0)];
    return `${by} ${least === most ? least : `${least} to ${most}`} N`;
  };
  const clipped = sinks.filter(({ hold }) => hold.by === 'clips');
  const tight =
    room?.known === true &&
    clipped.some(({ outline }) => {
      const beside = outline && outlineBesideMm(outline, module);
      return beside?.known === true && beside.value > room.value;
    });
  const figures = [span('bands'), span('clips')].filter((words) => words !== null).join(', ');
  return {
    id: 'hold',
    question: 'Bands, or clips?',
    schools: [
      {
        says: 'Bands',
        because: 'They give with the board and take no room beside it; heat hardens them over years.',
      },
      {
        says: 'Clips',
        because: 'Their force stays what it is; they stand out at the sides and can bite the board.',
      },
    ],
    ours: tight
      ? { school: 0, why: 'Clips would stand against what lies beside the module here.' }
      : { school: 1, why: 'Nothing stated stands in their way, and their force does not fade.' },
    figures: figures ? `On the shelf: ${figures}.` : null,
  };
}

/** The bay’s cover on or off in use. */
export function coverDispute({ setting, build, answer }: DisputeAsked): Dispute | null {
  const { place } = answer;
  if (!hasBayCover(place)) return null;
  const [on, off] = [settledWith(setting, build, answer, 'on'), settledWith(setting, build, answer, 'off')];
  if (!on || !off) return null;
  return {
    id: 'cover',
    question: 'The cover of the bay on, or off?',
    schools: [
      { says: 'On', because: 'The air goes the way the maker meant it, and dust and fingers stay out.' },
      { says: 'Off', because: 'More air comes to the drive itself.' },
    ],
    ours: {
      school: 0,
      why: answer.margins.some(({ id, verdict }) => heatIds.has(id) && verdict === 'over')
        ? 'What is too warm with it on is mended by the build, not by an open device.'
        : 'It does not need to be open for the heat.',
    },
    figures: `On it settles at ${degrees(on.peakC)}, off at ${degrees(off.peakC)}.`,
  };
}

const hasBayCover = ({ role, heat }: Place): boolean => role === 'expansion' && heat !== null;
