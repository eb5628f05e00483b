import type { Place } from '../device';
import { type Cooling, type Settled, settle, settleEither, thermalBody } from '../heat';
import {
  type Estimate,
  type Known,
  type Margin,
  type Missing,
  about,
  addKnown,
  atMost,
  exact,
  lowest,
  missing,
} from '../margin';
import type { Layers } from './layers';
import { type Build, type Setting, profileOrigin } from './question';

/** Whether the pad touches: surely or perhaps, as far as its squeeze is known; a pad that is not there does not. */
type Contact = 'sure' | 'perhaps' | 'none';

function contactOf({ pads, squeeze }: Layers): Contact {
  if (!pads || !squeeze) return pads ? 'sure' : 'none';
  // What is not known of the squeeze is not known of the heat either: see `throughPads`.
  if (!squeeze.known || squeeze.minus === null || squeeze.plus === null) return 'sure';
  if (squeeze.value > 0) return (lowest(squeeze) ?? 0) > 0 ? 'sure' : 'perhaps';
  return squeeze.value + squeeze.plus > 0 ? 'perhaps' : 'none';
}

/** How a build is cooled, for the thermal network, with the pad as it likeliest lies. */
export const coolingOf = (
  build: Build,
  layers: Layers | null,
  name: string,
  cover: 'on' | 'off' = 'on',
): Cooling => ({ name, sink: build.sink, ...(layers && touches(layers) ? touching(layers) : apart), cover });

const touching = ({ pads, padMm }: Layers) => ({ pads, padMm });
/** A pad that does not reach carries nothing. */
const apart = { pads: null, padMm: null };
const touches = (layers: Layers) =>
  contactOf(layers) !== 'none' && !(layers.squeeze?.known && layers.squeeze.value <= 0);

export type HeatAnswer = { known: true; settled: Settled; roomC: number } | Missing;

type Remembered = { setting: Setting; place: Place; answer: HeatAnswer | null };
/** The last answer about a build: whoever searches for the best one asks again about what was found. */
const lastHeat = new WeakMap<Build, Remembered>();

/** Settled heat of a build under the setting's workload; null where heat is left out. Where the pad may touch or not, both are held. */
export function heatOf(
  setting: Setting,
  build: Build,
  place: Place,
  layers: Layers | null,
): HeatAnswer | null {
  const last = lastHeat.get(build);
  if (last && last.setting === setting && last.place === place) return last.answer;
  const answer = heatAnew(setting, build, place, layers);
  lastHeat.set(build, { setting, place, answer });
  return answer;
}

function heatAnew(setting: Setting, build: Build, place: Place, layers: Layers | null): HeatAnswer | null {
  const { workload } = setting;
  if (!workload) return null;
  const cooling = coolingOf(build, layers, build.drive.model);
  const body = thermalBody(place, build.drive, cooling);
  if (!body.known) return body;
  const settled = settle(body.body, workload);
  const roomC = body.body.roomC.value;
  if (!layers || contactOf(layers) !== 'perhaps') return { known: true, settled, roomC };
  const contact = cooling.pads ? apart : touching(layers);
  const other = thermalBody(place, build.drive, { ...cooling, ...contact });
  return other.known
    ? { known: true, settled: settleEither(settled, settle(other.body, workload)), roomC }
    : other;
}

/** The lower of two limits at each of their ends; what is missing of one is missing of both. */
function tighter(a: Estimate, b: Estimate): Estimate {
  if (!a.known) return a;
  if (!b.known) return b;
  const [low, high] = a.value <= b.value ? [a, b] : [b, a];
  const least = (x: number | null, y: number | null) => (x === null || y === null ? null : Math.min(x, y));
  const [bottom, top] = [
    least(lowest(low), lowest(high)),
    least(addKnown(low.value, low.plus), addKnown(high.value, high.plus)),
  ];
  return about(
    low.value,
    bottom === null ? null : low.value - bottom,
    top === null ? null : Math.max(0, top - low.value),
    low.origin,
  );
}

/** How warm a drive may get at a place: the lower of what the place aims at and the drive's own warning, °C. */
export const driveLimitC = ({ warningC, model }: Build['drive'], { heat, name }: Place): Estimate =>
  tighter(
    heat?.aimC ?? missing(`how warm a drive may get at ${name}`, 'Enter it in the device profile.'),
    warningC ??
      missing(
        `the warning temperature of the ${model}`,
        'Read it from the drive’s health report, or its data sheet.',
      ),
  );

const percent = ({ value, minus, plus, origin }: Known): Known =>
  about(value * 100, minus === null ? null : minus * 100, plus === null ? null : plus * 100, origin);

/**
 * Settled temperature as it would be without slowing down, against the tighter of where the technician wants it and the
 * drive's own warning; and where the drive would or might slow down, how much of its working time. Root sum of
 * squares, since heat slows and does not break. What speed it keeps is a margin of the speed.
 */
export function heatMargins(
  { workload }: Setting,
  { drive }: Build,
  place: Place,
  heat: HeatAnswer | null,
): Margin[] {
  if (!heat || !workload) return [];
  const does = workload.name.toLowerCase();
  const limit = heat.known ? driveLimitC(drive, place) : heat;
  const slows =
    heat.known && (heat.settled.throttledShare.value > 0 || heat.settled.throttledShare.plus !== 0);
  const margins = [
    atMost(
      {
        id: 'heat',
        what: `Settled heat, ${does}`,
        unit: '°C',
        remedy:
          place.form.kind === 'module'
            ? 'A sink, a pad that touches well, or a drive that draws less brings it down.'
            : 'A drive that draws less brings it down; clean the fan and its way of air.',
        note: slows ? 'as it would settle if the drive never slowed down' : undefined,
        combination: 'root-sum-square',
        zero: heat.known ? heat.roomC : 0,
      },
      heat.known ? heat.settled.peakC : heat,
      limit,
    ),
  ];
  if (!heat.known || !slows) return margins;
  const { throttledShare } = heat.settled;
  margins.push(
    atMost(
      {
        id: 'throttled',
        what: `Working time slowed down by heat, ${does}`,
        unit: '%',
        remedy:
          'It slows down by itself where it passes its own warning: cool it better, or choose one that draws less.',
        combination: 'root-sum-square',
      },
      percent(throttledShare),
      exact(0, profileOrigin),
    ),
  );
  return margins;
}
