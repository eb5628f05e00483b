import type { Place } from '../device';
import { type Cooling, type Settled, settle, thermalBody } from '../heat';
import { type Margin, type Missing, atMost } from '../margin';
import type { Layers } from './layers';
import type { Build, Setting } from './question';

const untouched = ({ squeeze }: Layers) => squeeze?.known === true && squeeze.value <= 0;

/** How a build is cooled, for the thermal network. */
export const coolingOf = (
  build: Build,
  layers: Layers | null,
  name: string,
  cover: 'on' | 'off' = 'on',
): Cooling => ({
  name,
  sink: build.sink,
  // A pad that does not reach carries nothing.
  pads: layers && !untouched(layers) ? layers.pads : null,
  padMm: layers?.padMm ?? null,
  cover,
});

export type HeatAnswer = { known: true; settled: Settled; roomC: number } | Missing;

/** Settled heat of a build under the setting's workload; null where heat is left out. */
export function heatOf(
  setting: Setting,
  build: Build,
  place: Place,
  layers: Layers | null,
): HeatAnswer | null {
  if (!setting.workload) return null;
  const body = thermalBody(place, build.drive, coolingOf(build, layers, build.drive.model));
  if (!body.known) return body;
  return { known: true, settled: settle(body.body, setting.workload), roomC: body.body.roomC.value };
}

/** Settled temperature against where the technician wants it; root sum of squares, since heat slows and does not break. */
export function heatMargins(setting: Setting, place: Place, heat: HeatAnswer | null): Margin[] {
  if (!heat || !setting.workload || !place.heat) return [];
  return [
    atMost(
      {
        id: 'heat',
        what: `Settled heat, ${setting.workload.name.toLowerCase()}`,
        unit: '°C',
        remedy: 'A sink, a pad that touches well, or a drive that draws less brings it down.',
        combination: 'root-sum-square',
        zero: heat.known ? heat.roomC : 0,
      },
      heat.known ? heat.settled.driveC : heat,
      place.heat.aimC,
    ),
  ];
}
