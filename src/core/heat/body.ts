import type { Place } from '../device';
import { type Estimate, type Known, type Missing, about, exact, missing } from '../margin';
import { type Drive, type FormFactor, type Heatsink, formFactorOf } from '../part';
import { unsafeValue } from '../result';
import { type PadStack, contactMm2KPerW, padKPerW } from '../stack';
import { chipShare, facesMm2, enclosureKPerW, joulesPerGK, massG, roomC } from './defaults';

/** One way to build it: what lies on the drive, and whether the cover is on. */
export type Cooling = {
  name: string;
  sink: Heatsink | null;
  pads: PadStack | null;
  /** Squeezed thickness of the pads, mm; null where there is no pad or no touch. */
  padMm: Estimate | null;
  cover: 'on' | 'off';
};

/** Every number of the thermal network with its uncertainty; `sampleBody` turns it into one network. */
export type ThermalBody = {
  name: string;
  driveMassG: Known;
  driveJoulesPerGK: number;
  /** Faces of the drive that touch the air, mm². */
  freeFaceMm2: Known;
  boardKPerW: Known;
  airWPerM2K: Known;
  /** At the drive's own faces. */
  faceWPerM2K: Known;
  enclosureRiseK: Known;
  enclosureKPerW: Known;
  roomC: Known;
  sink: {
    massG: Known;
    joulesPerGK: number;
    finnedAreaMm2: Known;
    /** From the chips into the sink. */
    throughKPerW: Known;
    deviceHeatW: Known;
  } | null;
  power: { idle: Known; lightRead: Known; read: Known; write: Known };
  warningC: Known;
  criticalC: Known;
  aimC: Known;
};

const none = exact(0, { kind: 'computed', note: 'none' });

/** The area that touches the pad: chips of the module's face, mm²; for a disk its whole face. */
export function chipAreaMm2(form: FormFactor): Known {
  if (form.kind !== 'module') return exact(facesMm2[form.kind], { kind: 'specification', note: 'outline' });
  const face = form.widthMm * form.lengthMm;
  return about(face * chipShare.value, face * chipShare.minus!, face * chipShare.plus!, chipShare.origin);
}

/** Resistance through the pads as squeezed, K/W, with what thickness, area and contact may be off. */
export function throughPads(pads: PadStack, padMm: Estimate, area: Known): Estimate {
  if (!padMm.known) return padMm;
  if (padMm.minus === null || padMm.plus === null)
    return missing('how far the pad is squeezed', 'Measure the chips, or the gap by an impression.');
  const at = (mm: number, mm2: number, contact: number) =>
    padKPerW(pads, Math.max(0, mm), Math.max(1, mm2), contact);
  const { value: contact, minus, plus } = contactMm2KPerW;
  const value = at(padMm.value, area.value, contact);
  const low = at(padMm.value - padMm.minus, area.value + area.plus!, contact - minus!);
  const high = at(padMm.value + padMm.plus, area.value - area.minus!, contact + plus!);
  return about(value, value - low, high - value, {
    kind: 'computed',
    note: 'pad as squeezed, and its contacts',
  });
}

const third = (idle: Known, read: Known): Known =>
  about(
    idle.value + (read.value - idle.value) / 3,
    (read.value - idle.value) / 6,
    (read.value - idle.value) / 6,
    {
      kind: 'default',
      note: 'light reading: a third of the way from idle to full reading',
    },
  );

/** Share by which a figure of heat may be off where nobody stated a tolerance, or one that is narrower than such a figure can be. */
const leastSpread = 0.1;

/**
 * Closed on both sides: a figure of heat is seldom known to better than ± 10 %, stated as the default it is. A wider tolerance
 * stays, so that stating one never makes an answer surer than stating none.
 */
function closed(known: Known): Known {
  const least = Math.abs(known.value) * leastSpread;
  const isWide = (side: number | null) => side !== null && side >= least;
  if (isWide(known.minus) && isWide(known.plus)) return known;
  return about(known.value, Math.max(known.minus ?? 0, least), Math.max(known.plus ?? 0, least), {
    ...known.origin,
    note: `${known.origin.note}; at least ±10 % by default`,
  });
}

function sinkOf(place: Place, drive: Drive, cooling: Cooling, area: Known): ThermalBody['sink'] | Missing {
  const fixed = place.form.kind === 'module' && place.form.sink.kind === 'fixed' ? place.form.sink : null;
  if (drive.ownSink) {
    const own = drive.ownSink;
    return {
      massG: closed(own.massG),
      joulesPerGK: joulesPerGK[own.material],
      finnedAreaMm2: closed(own.finnedAreaMm2),
      throughKPerW: closed(own.innerKPerW),
      deviceHeatW: none,
    };
  }
  const metal = cooling.sink ?? fixed;
  if (!metal || !cooling.pads || !cooling.padMm) return null;
  const through = throughPads(cooling.pads, cooling.padMm, area);
  if (!through.known) return through;
  const numbers = [metal.massG, metal.finnedAreaMm2, fixed && !cooling.sink ? fixed.deviceHeatW : none];
  const gone = numbers.find((e): e is Missing => !e.known);
  if (gone) return gone;
  const [massG, finnedAreaMm2, deviceHeatW] = numbers as [Known, Known, Known];
  return {
    massG: closed(massG),
    joulesPerGK: joulesPerGK[metal.material],
    finnedAreaMm2: closed(finnedAreaMm2),
    throughKPerW: through,
    deviceHeatW: deviceHeatW.value === 0 ? none : closed(deviceHeatW),
  };
}

/** Gathers the network's numbers; missing names the first that is not there, and how to get it. */
export function thermalBody(
  place: Place,
  drive: Drive,
  cooling: Cooling,
): { known: true; body: ThermalBody } | Missing {
  const form = unsafeValue(formFactorOf(drive.formFactor));
  if (!place.heat)
    return missing(`how air and board carry heat off at ${place.name}`, 'Enter it in the device profile.');
  if (!drive.powerW)
    return missing(
      `what power the ${drive.model} draws`,
      'Read idle, reading and writing power in its data sheet.',
    );
  if (!drive.warningC || !drive.criticalC)
    return missing(
      `the warning and critical temperature of the ${drive.model}`,
      'Read them from the drive’s health report, or its data sheet.',
    );
  const open = cooling.cover === 'off';
  const air = [
    open ? place.heat.airOpenWPerM2K : place.heat.airWPerM2K,
    open ? place.heat.enclosureRiseOpenK : place.heat.enclosureRiseK,
    place.heat.boardKPerW,
    place.heat.aimC,
    place.heat.faceWPerM2K ?? (open ? place.heat.airOpenWPerM2K : place.heat.airWPerM2K),
  ];
  const gone = air.find((e): e is Missing => !e.known);
  if (gone) return gone;
  const [airWPerM2K, enclosureRiseK, boardKPerW, aimC, faceWPerM2K] = air as [
    Known,
    Known,
    Known,
    Known,
    Known,
  ];
  const area = chipAreaMm2(form);
  const sink = sinkOf(place, drive, cooling, area);
  if (sink && 'known' in sink) return sink;
  const faces = form.kind === 'module' ? form.widthMm * form.lengthMm * (sink ? 1 : 2) : facesMm2[form.kind];
  return {
    known: true,
    body: {
      name: cooling.name,
      driveMassG: closed(drive.massG ?? massG[form.kind]),
      driveJoulesPerGK: joulesPerGK.module,
      freeFaceMm2: closed(
        exact(faces, { kind: 'computed', note: sink ? 'underside of the module' : 'faces of the drive' }),
      ),
      boardKPerW: closed(boardKPerW),
      airWPerM2K: closed(airWPerM2K),
      faceWPerM2K: closed(faceWPerM2K),
      enclosureRiseK: closed(enclosureRiseK),
      enclosureKPerW,
      roomC,
      sink,
      power: {
        idle: closed(drive.powerW.idle),
        lightRead: closed(drive.powerW.lightRead ?? third(drive.powerW.idle, drive.powerW.read)),
        read: closed(drive.powerW.read),
        write: closed(drive.powerW.write),
      },
      warningC: drive.warningC,
      criticalC: drive.criticalC,
      aimC,
    },
  };
}
