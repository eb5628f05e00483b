import { rankDrives } from '@/core/fit';
import { type JobAct } from '@/core/acts';
import { type JobView, type PartsView, type RankedView, makeView } from '@/core/job-view';
import { settingOfJob } from '@/core/job';
import { Bench, drives, pads, sinks } from '@/core/acts/bench.test.data';
import { type Result, ok } from '@/core/result';
import { defaultSettings } from '@/core/workshop';
import type { StationProps } from './station-props';

const cases: JobView['cases'] = [
  {
    schema: 'jicara.case/2',
    id: 'tarn-2',
    maker: 'Tarn',
    model: 'Tarn 2',
    price: { minor: 900, currency: 'EUR' },
    onShelf: 1,
    takes: ['NVMe'],
    link: 'USB 2.0',
    rateBytesPerS: 38e6,
    source: 'test',
  },
];

export const parts: PartsView = { pads, sinks, cases: [] };

/** The ranking as the server answers it, made from the core alone. */
export const rankOf = (bench: Bench) => async (): Promise<Result<RankedView>> => {
  const setting = settingOfJob(bench.state.job, bench.context.profile);
  const wish = { currency: 'EUR', prefers: [], shelfFirst: false };
  const lines = rankDrives(setting, drives, parts, wish);
  return ok({
    lines,
    counts: { over: 0, unknown: 0, tight: 0, clear: lines.length },
    matching: lines.length,
    trends: {},
  });
};

/** A job's view made from the core alone, as the server makes it from the database. */
export function viewOf(bench: Bench, more: Partial<JobView> = {}): JobView {
  const { context, state } = bench;
  const loaded = {
    ...context,
    cases,
    source: null,
    layoutOrigin: context.layout ? ('expected' as const) : null,
    layoutFault: null,
    evidence: null,
  };
  const frame: JobView['frame'] = {
    settings: { ...defaultSettings, working: 'IM' },
    technicians: [{ initials: 'IM', name: 'Ines Marrow', mains: false, hours: null }],
    now: '2026-11-24T08:00:00.000Z',
    hasProfiles: true,
    isDemo: true,
    jobs: [],
  };
  return {
    ...makeView(state, loaded, {
      version: 1,
      frame,
      copy: { kind: 'none' },
      knowsHoles: true,
      driveFiles: null,
      photos: [],
      device: null,
      deviceS: null,
      wiping: null,
      pictures: [],
    }),
    ...more,
  };
}

/** What every station gets in its tests; acts that are asked for are put into `acts`. */
export const stationProps = (view: JobView, acts: JobAct[]): StationProps => ({
  view,
  parts,
  busy: false,
  openNote: () => {},
  keepRecording: () => Promise.resolve({ ok: true, value: { version: 2 } }),
  keepTimes: () => Promise.resolve({ ok: true, value: { version: 3 } }),
  sums: null,
  removePhoto: async () => true,
  askWiping: async () => ({ ok: true, value: null }),
  look: () => {},
  goOn: null,
  rank: rankOf(new Bench()),
  askParts: async () => null,
  askedDriveId: null,
  act: async (what) => {
    acts.push(what);
    return true;
  },
});
