import { type JobView, type PartsView, makeView } from '@/core/job';
import { Bench, drives, pads } from '@/core/job/job.test.data';
import { defaultSettings } from '@/core/workshop';

const cases: JobView['cases'] = [
  {
    schema: 'jicara.case/1',
    id: 'tarn-2',
    model: 'Tarn 2',
    link: 'USB 2.0',
    rateBytesPerS: 38e6,
    source: 'test',
  },
];

export const parts: PartsView = { drives, pads };

/** A job's view made from the core alone, as the server makes it from the database. */
export function viewOf(bench: Bench, more: Partial<JobView> = {}): JobView {
  const { context, state } = bench;
  const loaded = {
    ...context,
    pad: pads.find(({ id }) => id === state.job.choice?.padId) ?? null,
    cases,
    source: null,
    layoutOrigin: context.layout ? ('expected' as const) : null,
    layoutFault: null,
  };
  const frame: JobView['frame'] = {
    settings: { ...defaultSettings, working: 'IM' },
    technicians: [{ initials: 'IM', name: 'Ines Marrow' }],
    now: '2026-11-24T08:00:00.000Z',
    hasProfiles: true,
    jobs: [],
  };
  return { ...makeView(state, loaded, { version: 1, frame, copy: { kind: 'none' } }), ...more };
}
