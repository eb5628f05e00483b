import type { Known } from '../margin';
import { enclosureTimeS } from './defaults';
import type { ThermalBody } from './body';
import type { Network } from './network';
import type { PowerStates } from './workload';

/** One choice of all uncertain numbers: the network, what flows into it, and the drive's own limits. */
export type Built = {
  network: Network;
  roomC: number;
  power: PowerStates;
  /** Heat of the device itself into each node, W. */
  deviceHeatW: number[];
  warningC: number;
  criticalC: number;
};

export type Pick = (known: Known) => number;
/** The most likely value of each. */
export const nominal: Pick = ({ value }) => value;

/** mm² and W/m²K to K/W: 1 / (h × A). */
const airKPerW = (wPerM2K: number, mm2: number) => 1e6 / (Math.max(0.1, wPerM2K) * Math.max(1, mm2));

/**
 * The network of the handbook: drive → pad → sink → air of the enclosure → room, and beside it drive → board and its
 * own free faces → the same air. Node 0 is the drive, the last one the enclosure.
 */
export function build(body: ThermalBody, pick: Pick): Built {
  const h = pick(body.airWPerM2K);
  const enclosure = Math.max(0.01, pick(body.enclosureKPerW));
  const driveCapacity = Math.max(0.1, pick(body.driveMassG)) * body.driveJoulesPerGK;
  const air = body.sink ? 2 : 1;
  const beside = [
    { a: 0, b: air, kPerW: Math.max(0.1, pick(body.boardKPerW)) },
    { a: 0, b: air, kPerW: airKPerW(pick(body.faceWPerM2K), pick(body.freeFaceMm2)) },
  ];
  // The rise of the air is measured with all that the device gives off: what it puts into the sink is in it already.
  const throughSink = body.sink ? Math.max(0, pick(body.sink.deviceHeatW)) : 0;
  const device = Math.max(0, pick(body.enclosureRiseK) / enclosure - throughSink);
  const limits = { roomC: pick(body.roomC), warningC: pick(body.warningC), criticalC: pick(body.criticalC) };
  const idle = Math.max(0, pick(body.power.idle));
  const above = (known: Known) => Math.max(idle, pick(known));
  const power = {
    idle,
    lightRead: above(body.power.lightRead),
    read: above(body.power.read),
    write: above(body.power.write),
  };
  const toRoom = [{ a: air, kPerW: enclosure }];
  const enclosureCapacity = enclosureTimeS / enclosure;
  if (!body.sink)
    return {
      network: {
        names: ['drive', 'enclosure'],
        capacityJPerK: [driveCapacity, enclosureCapacity],
        between: beside,
        toRoom,
      },
      deviceHeatW: [0, device],
      power,
      ...limits,
    };
  const { sink } = body;
  return {
    network: {
      names: ['drive', 'sink', 'enclosure'],
      capacityJPerK: [driveCapacity, Math.max(0.1, pick(sink.massG)) * sink.joulesPerGK, enclosureCapacity],
      between: [
        ...beside,
        { a: 0, b: 1, kPerW: Math.max(0.01, pick(sink.throughKPerW)) },
        { a: 1, b: air, kPerW: airKPerW(h, pick(sink.finnedAreaMm2)) },
      ],
      toRoom,
    },
    deviceHeatW: [0, throughSink, device],
    power,
    ...limits,
  };
}
