import { z } from 'zod';
import { LayoutWish } from '../disk';
import { Measures } from '../device';
import { Library } from '../fit';
import { Known } from '../margin';
import { Route } from '../route';
import { faultIds, pressKeys } from '../simulator';
import { HoldCode } from '../work';
import { chargeSchools } from './charge-school';
import { Choice } from './choice';
import { SeenAtPower } from './seen-at-power';
import { TakeInForm } from './take-in';

/** Facts that a person may state by looking, without a step of the procedure. */
export const observable = [
  'card.inserted',
  'encryption.on',
  'battery.swollen',
  'consent.given',
  'charger.connected',
  'stick.inserted',
  'second-copy.made',
  'storage-mode.entered',
  'mains.plugged',
  'feeds.on',
  'cables.outside',
] as const;

export const ReadingName = z.enum(['size-shown', 'read-test', 'parts-shown']);
export type ReadingName = z.infer<typeof ReadingName>;

export const Outcome = z.enum(['started', 'dark', 'no-start-device', 'does-not-finish']);
export type Outcome = z.infer<typeof Outcome>;

/** Everything a person can do to a job. One shape for the page, the programs and the tests. */
export const JobAct = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('amend'), takeIn: TakeInForm }),
  z.object({ kind: z.literal('observe'), fact: z.enum(observable), value: z.boolean() }),
  z.object({ kind: z.literal('charge'), percent: z.number().min(0).max(100) }),
  z.object({ kind: z.literal('measure'), measures: Measures }),
  z.object({ kind: z.literal('revision'), revisionId: z.string().max(40).nullable() }),
  z.object({ kind: z.literal('system-version'), version: z.string().trim().min(1).max(20) }),
  z.object({ kind: z.literal('library'), library: Library.nullable() }),
  Choice.extend({ kind: z.literal('choose') }),
  z.object({ kind: z.literal('lay-out'), wish: LayoutWish }),
  z.object({ kind: z.literal('route'), route: Route }),
  z.object({
    kind: z.literal('take-stick'),
    label: z.string().max(12),
    /** Why, where something speaks against it. */
    reason: z.string().trim().min(3).max(300).optional(),
  }),
  z.object({ kind: z.literal('step'), stepId: z.string().max(60) }),
  z.object({ kind: z.literal('step-back') }),
  /** One of the ways that both work. */
  z.object({ kind: z.literal('answer'), question: z.string().max(40), answer: z.string().max(40) }),
  /** A hold walked past, where it may be; the reason stands on the sheet. */
  z.object({ kind: z.literal('override'), code: HoldCode, reason: z.string().trim().min(5).max(300) }),
  /** A fastener that is lost, was found again, is stripped or was replaced; it follows to the sheet. */
  z.object({
    kind: z.literal('fastener'),
    group: z.string().max(40),
    state: z.enum(['lost', 'found', 'stripped', 'replaced']),
  }),
  z.object({ kind: z.literal('note'), text: z.string().trim().min(1).max(2000) }),
  z.object({ kind: z.literal('dock'), caseId: z.string().max(60) }),
  z.object({ kind: z.literal('undock') }),
  z.object({ kind: z.literal('arm'), label: z.string().trim().max(20) }),
  z.object({
    kind: z.literal('copy'),
    /** Left out: behind each batch. The other two want a reason, which stands on the sheet. */
    readBack: z
      .object({ mode: z.enum(['last', 'skipped']), reason: z.string().trim().min(3).max(300) })
      .optional(),
  }),
  z.object({ kind: z.literal('copy-stop') }),
  z.object({ kind: z.literal('restore') }),
  z.object({ kind: z.literal('charge-school'), school: z.enum(chargeSchools) }),
  /** The simulated device, with the keys of its boot menu held or not. */
  z.object({ kind: z.literal('switch-on'), menu: z.boolean().optional() }),
  /** A real device was switched on just now: its time runs. */
  z.object({ kind: z.literal('power-on') }),
  z.object({ kind: z.literal('switch-off') }),
  /** A line of the simulated device’s menu, an answer to its prompt, or any key at all. */
  z.object({ kind: z.literal('press'), key: z.enum(pressKeys) }),
  /** Looks at the simulated device; what it came to is noted. */
  z.object({ kind: z.literal('look') }),
  z.object({ kind: z.literal('observe-start'), outcome: Outcome }),
  /** What a check showed, or a remedy that did not help. */
  z.object({ kind: z.literal('look-into'), seen: SeenAtPower }),
  /** What it was: mended, and the device started. */
  z.object({ kind: z.literal('finding'), fault: z.enum(faultIds) }),
  z.object({ kind: z.literal('read'), name: ReadingName, value: Known }),
  z.object({
    kind: z.literal('prove'),
    /** What the owner decided about what could not be read on the old drive. */
    reason: z.string().trim().min(3).max(300).optional(),
  }),
  z.object({ kind: z.literal('take-back') }),
  z.object({ kind: z.literal('hand-over'), oldDrive: z.enum(['kept', 'returned']) }),
]);
export type JobAct = z.infer<typeof JobAct>;

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
