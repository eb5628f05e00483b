import type { HandStep } from './swap-conditions';

/** What is measured once a device is open, since nobody could know it before, and whether it is still to be entered. */
export type Measuring = { what: string; how: string; isOpen: boolean };

/** The step that measures what only shows inside. */
export const measureStepId = 'measure-inside';

/** It stands between opening and swapping, and is not done before what it measures is entered. */
export function measureSteps(measuring: Measuring | null | undefined): HandStep[] {
  if (!measuring) return [];
  return [
    {
      id: measureStepId,
      station: 'open',
      title: `Measure: ${measuring.what}`,
      how: measuring.how,
      at: null,
      tool: 'caliper',
      materials: [],
      hold: null,
      caution: null,
      breaks: null,
      final: null,
      pry: null,
      stuck: null,
      minutes: 3,
      touchesBoard: true,
      mayDo: 'anyone',
      needs: measuring.isOpen ? [{ fact: 'heights.measured', value: true }] : [],
      effects: [{ fact: 'heights.measured', value: true }],
      takesOut: [],
      putsIn: [],
      unplugs: [],
      plugs: [],
      tooEarly: null,
      forgotten: 'A drive that does not fit shows only when the case is closed over it.',
      alongside: [],
      waits: false,
      afterFork: false,
    },
  ];
}
