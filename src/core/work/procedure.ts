import { z } from 'zod';
import { FactName, FactSetting } from './facts';

const text = (most: number) => z.string().trim().min(1).max(most);
const id = z.string().regex(/^[a-z0-9-]{1,40}$/u);

/** A group of like screws that come out together; each one is a fact `screw.<group>.<n>.in`. */
export const FastenerGroup = z.object({
  id,
  where: text(60),
  count: z.int().positive().max(40),
  lengthMm: z.number().positive().max(60),
  bit: text(20),
  /** Stays in its place when undone: it never reaches the bowl. */
  captive: z.boolean().default(false),
});
export type FastenerGroup = z.infer<typeof FastenerGroup>;

const Need = z.object({ fact: FactName, value: z.boolean() });

const StepBase = z.object({
  id,
  title: text(120),
  how: text(400),
  tool: text(60).optional(),
  caution: text(200).optional(),
  minutes: z.number().positive().max(120),
  /** An act on the board: stopped while power could be on. */
  touchesBoard: z.boolean().default(false),
  needs: z.array(Need).default([]),
  effects: z.array(FactSetting).default([]),
  /** Fastener groups this step takes out (open) or puts in (swap). */
  takesOut: z.array(id).default([]),
  putsIn: z.array(id).default([]),
  stuck: text(300).optional(),
});

export const OpenStep = StepBase.extend({
  /** How it is undone when closing; a reason where it is not. */
  back: z.union([
    z.object({ title: text(120), how: text(400), minutes: z.number().positive().max(120) }),
    z.object({ none: text(200) }),
  ]),
});
export type OpenStep = z.infer<typeof OpenStep>;

export const SwapStep = StepBase.extend({
  /** Only in jobs where this holds. */
  when: z.enum(['length-changes', 'pad-chosen']).optional(),
});
export type SwapStep = z.infer<typeof SwapStep>;

/** The handwork of one device: its screws, the way in, the swap. The way back is computed. */
export const Procedure = z
  .object({ fasteners: z.array(FastenerGroup), open: z.array(OpenStep), swap: z.array(SwapStep) })
  .superRefine(({ fasteners, open, swap }, context) => {
    const groups = new Set(fasteners.map((group) => group.id));
    const out = new Set<string>();
    const problem = (message: string) => context.addIssue({ code: 'custom', message });
    const ids = [...open, ...swap].map((step) => step.id);
    ids.filter((step, i) => ids.indexOf(step) !== i).forEach((step) => problem(`step ${step} stands twice`));
    for (const step of [...open, ...swap]) {
      for (const group of [...step.takesOut, ...step.putsIn]) {
        if (!groups.has(group)) problem(`step ${step.id}: there is no fastener group ${group}`);
      }
      for (const group of step.takesOut) {
        if (out.has(group)) problem(`step ${step.id}: ${group} is taken out twice`);
        out.add(group);
      }
      for (const group of step.putsIn) {
        if (!out.delete(group)) problem(`step ${step.id}: ${group} goes in without having come out`);
      }
    }
  });
export type Procedure = z.infer<typeof Procedure>;

export type HandStation = 'open' | 'swap' | 'close';

/** One act of the hands as the work screen shows it; effects include those of its screws. */
export type Act = {
  id: string;
  station: HandStation;
  title: string;
  how: string;
  tool: string | null;
  caution: string | null;
  stuck: string | null;
  minutes: number;
  touchesBoard: boolean;
  needs: { fact: string; value: boolean }[];
  effects: FactSetting[];
  takesOut: string[];
  putsIn: string[];
};
