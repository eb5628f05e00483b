import * as z from 'zod';
import * as again from './again-acts';
import * as arrival from './arrival-acts';
import * as device from './device-acts';
import * as dock from './dock-acts';
import * as end from './end-acts';
import * as hand from './hand-acts';
import * as look from './look-round-act';
import * as moneyActs from './money-acts';
import * as network from './network-acts';
import * as oldDrive from './old-drive-acts';
import * as plan from './plan-acts';
import * as power from './power-acts';
import * as recording from './record-acts';
import * as start from './start-acts';
import * as thingsActs from './things-acts';

/**
 * Everything that can be done to a job, one record each. `decide` looks an act up here, the schema that is published and the
 * stand-ins that do some of them are made from it, and the page shows its holds. What stands in no record is refused.
 */
export const actTable = Object.freeze({
  amend: device.amend,
  observe: device.observe,
  charge: device.charge,
  'charge-policy': device.chargePolicy,
  measure: device.measure,
  revision: device.revision,
  'system-version': device.systemVersion,
  library: device.library,
  note: device.note,
  'clock-is-right': device.clockIsRight,
  agree: plan.agree,
  loss: plan.loss,
  brought: plan.brought,
  choose: plan.choose,
  'lay-out': plan.layOut,
  route: plan.route,
  'take-stick': plan.takeStick,
  'stick-elsewhere': plan.stickElsewhere,
  step: hand.step,
  'step-back': hand.stepBack,
  'open-again': again.openAgain,
  'go-back': again.goBack,
  record: recording.record,
  'record-undo': recording.recordUndo,
  'record-end': recording.recordEnd,
  answer: hand.answer,
  override: hand.override,
  fastener: hand.fastener,
  dock: dock.dock,
  undock: dock.undock,
  arm: dock.arm,
  copy: dock.copy,
  'copy-stop': dock.copyStop,
  'look-inside': dock.lookInside,
  'drive-read': dock.driveRead,
  rehearse: dock.rehearseStart,
  'copied-elsewhere': dock.copiedElsewhere,
  'which-table': dock.whichTable,
  'try-capacity': arrival.tryCapacity,
  'capacity-lines': arrival.capacityLines,
  restore: power.restore,
  'switch-on': power.switchOn,
  'power-on': power.powerOn,
  'switch-off': power.switchOff,
  'network-gone': network.networkGone,
  'network-back': network.networkBack,
  press: power.press,
  look: power.look,
  'observe-start': power.observeStart,
  'look-into': power.lookInto,
  finding: power.finding,
  read: end.read,
  'look-round': look.lookRound,
  functions: end.functions,
  update: start.update,
  'boot-entries': start.bootEntries,
  unseen: end.unseen,
  health: end.health,
  prove: end.prove,
  things: thingsActs.things,
  quote: moneyActs.quote,
  'hand-over': end.handOver,
  'take-back': end.takeBack,
  'give-back-drive': oldDrive.giveBackDrive,
  'arm-wipe': oldDrive.armWipe,
  wipe: oldDrive.wipe,
  'wiped-elsewhere': oldDrive.wipedElsewhere,
});

type ActTable = typeof actTable;
export type ActKind = keyof ActTable;
/** The acts that a stand-in does. */
export type StandInKind = { [K in ActKind]: ActTable[K]['doneBy'] extends 'person' ? never : K }[ActKind];

const schemas = Object.values(actTable).map(({ schema }) => schema);
type Schemas = ActTable[ActKind]['schema'];

/** Everything a person can do to a job. One shape for the page, the programs and the tests. */
export const JobAct = z.discriminatedUnion(
  'kind',
  schemas as unknown as [Schemas, ...Schemas[]],
) as unknown as z.ZodType<z.infer<Schemas>, z.input<Schemas>>;
export type JobAct = z.infer<Schemas>;

/** One kind of act. */
export type ActOf<K extends ActKind> = Extract<JobAct, { kind: K }>;

/** An act as it arrives: with the version of the job that the person was looking at. */
export const ActRequest = z.object({
  version: z.int().nonnegative(),
  act: JobAct,
  /** Made by the page; an act that is sent again because no answer came keeps it, and is done once. */
  requestId: z
    .string()
    .regex(/^[0-9a-f]{8,40}$/u)
    .optional(),
});
export type ActRequest = z.infer<typeof ActRequest>;
