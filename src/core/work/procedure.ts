import * as z from 'zod';
import { Cable } from './cable';
import { FactName, FactSetting } from './fact-schema';
import { FastenerGroup } from './fastener';
import { text, workId } from './work-id';
import { swapConditions, powerKinds } from './condition-names';

const Need = z.object({ fact: FactName, value: z.boolean() });

/** Where to begin prying, which way and how deep, what holds, and when to stop. */
export const Pry = z.object({
  from: text(80),
  towards: text(80),
  depthMm: z.number().positive().max(20),
  clips: z.int().positive().max(60).nullable().default(null),
  stop: text(160),
});
export type Pry = z.infer<typeof Pry>;

const StepBase = z.object({
  id: workId,
  title: text(120),
  how: text(400),
  /** Where on the device. */
  at: text(80).optional(),
  tool: text(60).optional(),
  /** What is used up by it, with the reason: a new cell, tape, glue. */
  materials: z
    .array(z.object({ name: text(60), why: text(200) }))
    .max(6)
    .default([]),
  /** What the other hand holds. */
  hold: text(120).optional(),
  caution: text(200).optional(),
  /** What breaks when it is done wrongly. */
  breaks: text(200).optional(),
  /** What of it can never be undone, such as a seal that is cut: the owner agrees to it before the device is opened. */
  final: text(200).optional(),
  pry: Pry.optional(),
  /** Waiting for glue or for charge takes hours; hands do not. */
  minutes: z.number().positive().max(1440),
  /** An act on the board: stopped while power could be on. */
  touchesBoard: z.boolean().default(false),
  /** Mains supplies are for those trained and allowed by local rules. */
  mayDo: z.enum(['anyone', 'mains']).default('anyone'),
  needs: z.array(Need).default([]),
  effects: z.array(FactSetting).default([]),
  /** Fastener groups this step takes out (open) or puts in (swap). */
  takesOut: z.array(workId).default([]),
  putsIn: z.array(workId).default([]),
  /** Cables that come off (open) or go on (swap). */
  unplugs: z.array(workId).default([]),
  plugs: z.array(workId).default([]),
  stuck: text(300).optional(),
  /** What comes of doing it before its needs are met, or of leaving it out: told in Practice. */
  tooEarly: text(200).optional(),
  forgotten: text(200).optional(),
  /** Only where this answer was given to one of the procedure's questions. */
  only: z.object({ question: workId, answer: workId }).optional(),
  /** Only on these board revisions of the profile, told apart by the marks seen at opening. */
  revisions: z.array(workId).min(1).max(8).optional(),
  /** Steps whose harm it keeps away: it stands before each of them. */
  protects: z.array(workId).max(6).default([]),
  /** Steps before it that somebody else, or the hands while those wait, may do at the same time: they need not be done first. */
  alongside: z.array(workId).max(6).default([]),
  /** It takes its minutes without hands, and must not be called done before they are over. */
  waits: z.boolean().default(false),
});

export const OpenStep = StepBase.extend({
  /** How it is undone when closing, with what is other there; a reason where it is not. */
  back: z.union([
    z.object({
      title: text(120),
      how: text(400),
      minutes: z.number().positive().max(1440),
      /** Undone right before that other step is, where plain reversal would do it at another time. */
      before: workId.nullable().default(null),
      /** The tool, the other hand, what is used up and what breaks, where they differ from opening. */
      tool: text(60).nullable().default(null),
      hold: text(120).nullable().default(null),
      breaks: text(200).nullable().default(null),
      materials: z
        .array(z.object({ name: text(60), why: text(200) }))
        .max(6)
        .default([]),
      needs: z.array(Need).default([]),
    }),
    z.object({ none: text(200) }),
  ]),
});
export type OpenStep = z.infer<typeof OpenStep>;

/** A step that only closing has: new tape, paste, a new seal. */
export const CloseStep = StepBase.extend({
  /** Before or after the undoing of that step of opening; null at the very end. */
  beside: z
    .object({ undoing: workId, side: z.enum(['before', 'after']) })
    .nullable()
    .default(null),
});
export type CloseStep = z.infer<typeof CloseStep>;

export const SwapCondition = z.enum(swapConditions);
export type SwapCondition = z.infer<typeof SwapCondition>;

export const SwapStep = StepBase.extend({
  /** Only in jobs where this holds. */
  when: SwapCondition.optional(),
});
export type SwapStep = z.infer<typeof SwapStep>;

/** Ways that both work; the first answer counts until somebody chooses. */
export const WorkQuestion = z.object({
  id: workId,
  ask: text(120),
  answers: z
    .array(z.object({ id: workId, words: text(60), why: text(200) }))
    .min(2)
    .max(4),
});
export type WorkQuestion = z.infer<typeof WorkQuestion>;

/** The handwork of one device: its fasteners and cables, the way in, the swap. The way back is computed. */
export const ProcedureShape = z.object({
  /** What must be off before the board is touched. */
  power: z.enum(powerKinds).default('cell'),
  fasteners: z.array(FastenerGroup).max(40),
  cables: z.array(Cable).max(40).default([]),
  /** Tools by name; a step names one of these. */
  tools: z
    .array(z.object({ name: text(60), special: text(120).nullable().default(null) }))
    .max(40)
    .default([]),
  questions: z.array(WorkQuestion).max(6).default([]),
  open: z.array(OpenStep).max(60),
  swap: z.array(SwapStep).max(40),
  /** What only closing has; the rest of the way back is made from the way in. */
  close: z.array(CloseStep).max(20).default([]),
});
export type Procedure = z.infer<typeof ProcedureShape>;
