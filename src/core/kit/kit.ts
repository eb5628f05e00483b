import type { DeviceProfile } from '../device';
import { type Build, type ShoppingLine, partLines, swapConditionsOf } from '../fit';
import { type DockCase, type Protocol, casesFor } from '../part';
import type { Route } from '../route';
import { type Money, totals } from '../units';
import { type HandStep, type Procedure, type SwapConditions, allSteps } from '../work';
import { type ArrivalCheck, arrivalChecks } from './arrival';
import { type Improvised, improvisedFor } from './improvise';

/** What a thing of the kit is for, in the order in which it is laid out. */
export const kitGroups = ['protection', 'tool', 'consumable', 'dock'] as const;
export type KitGroup = (typeof kitGroups)[number];

/** One thing to lay out beside the parts: why, and from which step on it is needed. */
export type KitThing = {
  group: KitGroup;
  name: string;
  why: string;
  /** The first step that needs it; null for what is there from the beginning. */
  step: string | null;
  improvised: Improvised | null;
  /** How many are there, where somebody counts them; null where nobody does. */
  have: number | null;
};

export type Kit = {
  parts: ShoppingLine[];
  things: KitThing[];
  /** What the parts that are not there cost, by currency. */
  toBuy: Money[];
  /** What to look at when the drive arrives; empty where it lies on the shelf already. */
  arrival: ArrivalCheck[];
};

export type KitAsked = {
  profile: DeviceProfile;
  build: Build;
  /** Where the screw of the place stands now, by the length of the drive that comes out; null where nobody said. */
  screwMm: number | null;
  /** Nothing is in the place that would have to come out. */
  isEmpty?: boolean;
  /** What is measured once it is open. */
  measuring?: SwapConditions['measuring'];
  /** Answers to the procedure's questions, such as whether the cell is replaced. */
  answers: Record<string, string>;
  revisionId: string | null;
  /** How the system comes across; null before anybody chose. */
  route: Route | null;
  cases: DockCase[];
  oldProtocol: Protocol | null;
  /** Whether the air at the bench is dry now: then static is at its worst. */
  airIsDry: boolean;
};

/** What a build changes about the steps of the swap. */
const conditions = ({ build: { adapter, sink, pads, caseChangeIds, drive }, screwMm }: KitAsked) =>
  swapConditionsOf(
    {
      formFactor: drive.formFactor,
      hasPad: pads.length > 0,
      hasSink: sink !== null,
      hasAdapter: adapter !== null,
      changesCase: caseChangeIds.length > 0,
    },
    screwMm,
  );

type Thing = Omit<KitThing, 'improvised' | 'have'>;

/** Tools of the steps, each from the first step that needs it, and the bits of the fasteners that none of them names. */
function tools({ procedure, specialTools }: DeviceProfile, steps: HandStep[]): Thing[] {
  const special = (name: string) =>
    specialTools.find(({ tool }) => name.toLowerCase().includes(tool.toLowerCase()))?.why ??
    procedure.tools.find((tool) => tool.name === name)?.special ??
    null;
  const named = steps.flatMap(({ tool, title }) => (tool ? [{ tool, title }] : []));
  const bits = bitsOf(procedure, steps).filter(
    ({ bit }) => !named.some(({ tool }) => tool.toLowerCase().includes(bit.toLowerCase())),
  );
  return [...named, ...bits.map(({ bit, title }) => ({ tool: `${bit} driver`, title }))]
    .filter(({ tool }, i, all) => all.findIndex((other) => other.tool === tool) === i)
    .map(({ tool, title }) => ({ group: 'tool', name: tool, why: special(tool) ?? title, step: title }));
}

/** Bits of the fasteners that the steps take out or put in. */
const bitsOf = ({ fasteners }: Procedure, steps: HandStep[]): { bit: string; title: string }[] =>
  fasteners.flatMap(({ id, bit }) => {
    const step = steps.find(({ takesOut, putsIn }) => takesOut.includes(id) || putsIn.includes(id));
    return bit !== null && step ? [{ bit, title: step.title }] : [];
  });

/** What protects hands, eyes, the board and the screen, first of all. */
function protection({ profile, build, airIsDry }: KitAsked, steps: HandStep[]): Thing[] {
  const changes = profile.caseChanges.filter(({ id }) => build.caseChangeIds.includes(id));
  const cutting = steps.find(({ title }) => changes.some((change) => change.title === title));
  const hasScreen = steps.some(({ title, how }) => /screen|stick/iu.test(`${title} ${how}`));
  return [
    {
      group: 'protection',
      name: airIsDry ? 'wrist strap on grounded metal, mat' : 'wrist strap, or grounded metal to touch',
      why: airIsDry
        ? 'The air at this bench is dry now: static is at its worst. Parts stay in their bags until they are needed.'
        : 'Static ends a board without a spark that one sees. Parts stay in their bags until they are needed.',
      step: steps.find(({ touchesBoard }) => touchesBoard)?.title ?? null,
    },
    {
      group: 'protection',
      name: 'soft mat',
      why: hasScreen
        ? 'Sticks and screen lie on nothing hard, and nothing lies under them.'
        : 'The shell lies on nothing hard.',
      step: null,
    },
    ...(profile.procedure.power === 'cell'
      ? []
      : [
          {
            group: 'protection' as const,
            name: 'the plug in sight, pulled',
            why: 'A supply holds its charge: nobody opens it, and it rests as long as the procedure says.',
            step: null,
          },
        ]),
    ...changes.flatMap(({ protection: asked, title }) =>
      asked.map(({ what, why }) => ({
        group: 'protection' as const,
        name: what,
        why,
        step: cutting?.title ?? title,
      })),
    ),
  ];
}

/** What is used up, by the steps that name it, and by what is laid on the drive. */
function consumables({ build }: KitAsked, steps: HandStep[]): Thing[] {
  const laid = steps.find(({ id, title }) => /pad|sink/iu.test(`${id} ${title}`) && build.pads.length > 0);
  const wiping: Thing[] =
    build.pads.length === 0
      ? []
      : [
          {
            group: 'consumable',
            name: 'alcohol of 90 % or more',
            why: 'Faces that a pad touches are wiped first: never the label, never a cell. No flame, window open.',
            step: laid?.title ?? null,
          },
          {
            group: 'consumable',
            name: 'lint-free wipes',
            why: 'A fibre under a pad is a gap.',
            step: laid?.title ?? null,
          },
        ];
  return [
    ...wiping,
    ...steps.flatMap(({ materials, title }) =>
      materials.map(({ name, why }): Thing => ({ group: 'consumable', name, why, step: title })),
    ),
  ];
}

/** Maker and model; the maker once where the model begins with it. */
const calledOf = ({ maker, model }: DockCase): string =>
  model.startsWith(`${maker} `) ? model : `${maker} ${model}`;

/** Sizes that sticks are sold in, GB. */
const stickSizesGB = [4, 8, 16, 32, 64, 128, 256, 512, 1024];

/** A stick by the least size that the device’s image needs, where its size is stated. */
function stickWords({ ways }: DeviceProfile): string {
  const way = ways?.stick;
  const bytes = way?.possible ? way.bytes : null;
  const least = bytes === null ? undefined : stickSizesGB.find((gb) => gb * 1e9 >= bytes * 1.02);
  return least === undefined
    ? 'stick that the image fits on: its size is not known yet'
    : `stick of ${least} GB or more`;
}

/** What carries the system across: the cases for both drives, their hub; or a stick. */
function atTheDock({
  route,
  cases,
  oldProtocol,
  build,
  profile,
}: KitAsked): (Thing & { have: number | null })[] {
  const named = (what: string, protocol: Protocol | null) => {
    const [best] = casesFor(cases, protocol);
    return {
      group: 'dock' as const,
      name: best ? calledOf(best) : `a case that takes ${protocol ?? 'the drive'}`,
      why: best ? `${what}: ${best.link}` : `${what}: none that is there takes it`,
      step: null,
      have: best?.onShelf ?? 0,
    };
  };
  switch (route) {
    case 'copy-on-dock':
      return [
        named('for the new drive', build.drive.protocol),
        named('for the old drive', oldProtocol),
        {
          group: 'dock',
          name: 'hub with its own supply, or two ports',
          why: 'Two cases on one port of a laptop draw more than it gives.',
          step: null,
          have: null,
        },
      ];
    case 'stick':
      return [
        {
          group: 'dock',
          name: stickWords(profile),
          why: 'One whose record at Dock is good: written, read back, no faults so far.',
          step: null,
          have: null,
        },
      ];
    case 'network':
    case 'format':
    case null:
      return [];
  }
}

/**
 * Everything that a build needs on the bench before it is bought: parts with exact sizes, what is there and what must come; then what
 * protects, the tools with the step that needs them, what is used up, and what carries the system across.
 */
export function kitOf(asked: KitAsked): Kit {
  const { profile, build, answers, revisionId } = asked;
  const steps = allSteps(profile.procedure, {
    answers,
    revisionId,
    isEmpty: asked.isEmpty,
    measuring: asked.measuring,
    holds: conditions(asked),
  });
  const parts = partLines(build);
  const changes = profile.caseChanges.filter(({ id }) => build.caseChangeIds.includes(id));
  const cutting = changes.flatMap(({ tools: needed, title }) =>
    needed.map(({ tool, why }): Thing => ({ group: 'tool', name: tool, why, step: title })),
  );
  const things = [
    ...protection(asked, steps),
    ...tools(profile, steps).filter(({ name }) => !/^(finger|thumb|hand)/iu.test(name)),
    ...cutting,
    {
      group: 'tool' as const,
      name: 'screw bowl with a field for each group',
      why: 'Nothing is left over, nothing is mixed up.',
      step: null,
    },
    ...consumables(asked, steps),
  ].map((thing) => ({ ...thing, have: null }));
  return {
    parts,
    things: [...things, ...atTheDock(asked)]
      .filter(({ name }, i, all) => all.findIndex((other) => other.name === name) === i)
      .map((thing) => ({ ...thing, improvised: improvisedFor(thing.name) })),
    arrival: build.drive.onShelf === 0 || build.drive.brought ? arrivalChecks(build.drive) : [],
    toBuy: totals(
      parts.flatMap(({ price, buy }) => (price && buy ? [{ ...price, minor: price.minor * buy }] : [])),
    ),
  };
}
