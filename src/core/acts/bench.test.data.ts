import type { SwitchedOn } from '../simulator';
import ospreyData from '../../../demo/devices/braskit-osprey.json';
import driveData from '../../../demo/parts/drives.json';
import padData from '../../../demo/parts/pads.json';
import sinkData from '../../../demo/parts/heatsinks.json';
import { DeviceProfile } from '../device';
import { fillWish } from '../disk';
import { buildFrom } from '../fit';
import type { StickContent } from '../image';
import type { Margin } from '../margin';
import { Drive, Heatsink, Pad } from '../part';
import { screwsAtStart } from '../work';
import { type JobAct, decide } from '.';
import {
  expectedLayout,
  type DecideContext,
  type JobRecord,
  jobState,
  nextStep,
  newJob,
  type Report,
  decideReport,
  type StickForJob,
  type TakeIn,
  takeInFacts,
} from '../job';
import type { CopyProof } from '../copy';
/** The whole Osprey, with all that it can show of itself. */
export const osprey = DeviceProfile.parse(ospreyData);
/** The same where nobody has written down what it can show: it is asked for the usual three readings. */
export const profile: DeviceProfile = { ...osprey, proofs: null };
export const drives = driveData.map((data) => Drive.parse(data));
export const pads = padData.map((data) => Pad.parse(data));
export const sinks = sinkData.map((data) => Heatsink.parse(data));

export const oldDrive = { formFactor: '2242-S3-M', labelGB: 512, usedBytes: 420e6 };

export const takeIn: TakeIn = {
  practice: true,
  profileId: profile.id,
  owner: 'Purser, ferry Aldis',
  serial: 'OS-5521',
  place: 'cabin 7',
  wish: 'bigger',
  wantedGB: 2000,
  dataToKeep: true,
  oldDrive,
  systemVersion: null,
  encryption: 'no',
  card: 'no',
  swollen: 'no',
  consent: true,
  chargePercent: 21,
  promisedAt: null,
  placeId: null,
  budget: null,
  note: '',
};

/** Choosing a drive with what is laid on it, as the page sends it. */
export const choose = (driveId: string, padIds: string[] = []): Extract<JobAct, { kind: 'choose' }> => ({
  kind: 'choose',
  driveId,
  placeId: null,
  adapterId: null,
  sinkId: null,
  padIds,
  padBelowId: null,
  caseChangeIds: [],
  reason: null,
});

const at = '2026-11-24T08:00:00.000Z';

/** A job in memory that acts are done to, as the server does them to the database. */
export class Bench {
  state: JobRecord;
  /** Sticks of the bench, held against this job’s device. */
  sticks: StickForJob[] = [];

  /** The clock and who works, as the server would say. */
  at = at;
  mains = false;

  constructor(
    given: TakeIn = takeIn,
    readonly device: DeviceProfile = profile,
  ) {
    const job = newJob('Q-0412', given, device);
    const facts = [
      ...takeInFacts(given, device.opening.chargeBelowPercent),
      ...screwsAtStart(device.procedure),
    ];
    const changes = facts.map((setting) => ({ ...setting, at, by: 'IM' }));
    this.state = jobState(job, [
      { at, by: 'IM', kind: 'take-in', sentence: 'Taken in.', changes, stepId: null },
    ]);
  }

  get context(): DecideContext {
    const drive = drives.find((d) => d.id === this.state.job.choice?.driveId) ?? null;
    const { job } = this.state;
    const profile = this.device;
    const layout = drive && job.wish ? expectedLayout(profile, job, drive, job.wish) : null;
    return {
      profile,
      drive,
      findBuild: (ids) =>
        buildFrom(ids, profile, {
          drive: (id) => drives.find((part) => part.id === id) ?? null,
          pad: (id) => pads.find((part) => part.id === id) ?? null,
          sink: (id) => sinks.find((part) => part.id === id) ?? null,
        }),
      layout: layout?.ok ? layout.value : null,
      sticks: this.sticks,
      technicians: [{ initials: 'IM', name: 'Ines Marrow', mains: this.mains, hours: null }],
      at: this.at,
      by: 'IM',
      history: this.state.history,
    };
  }

  /** Does the act and returns 'ok' or the code of its refusal. */
  do(act: JobAct): string {
    const decided = decide(this.state, act, this.context);
    if (!decided.ok) return decided.fault.code;
    if (decided.value) this.take(decided.value);
    return 'ok';
  }

  report(report: Report): void {
    this.take(decideReport(this.state, report, this.context));
  }

  private take({ job, entry }: ReturnType<typeof decideReport>) {
    const stamp = { at: this.at, by: 'IM' };
    const changes = entry.changes.map((change) => ({ ...change, ...stamp }));
    this.state = jobState(job, [...this.state.history, { ...entry, ...stamp, changes }]);
  }
}

const sum = 'c'.repeat(64);

/** A stick with a whole, listed image for this device, read back; margins as asked. */
export function stick(
  label: string,
  margins: Margin[] = [],
  state: StickContent['state'] = 'matched',
): StickForJob {
  const content: StickContent = {
    state,
    imageId: 'quay-2-9',
    name: 'Quay recovery',
    version: '2.9.3',
    fileName: 'quay.img.gz',
    fileSha256: sum,
    sha256: state === 'matched' ? sum : null,
    imageBytes: 153_092_096,
    at,
    stamp: null,
  };
  return { label, model: 'Tarn Slip 32 GB', content, margins, meantFor: null };
}

export const proof: CopyProof = {
  blocks: 400,
  bytes: 420e6,
  grade: 'read-back',
  simulated: true,
  into: 'drive',
  readBackFrom: 'past-the-cache',
  redoneBlocks: 0,
  mismatches: 0,
  rewrites: 15,
  sha256: 'ab'.repeat(32),
  readBack: { mode: 'each', reason: '' },
  unreadable: [],
  seconds: 22,
};
export const dock = {
  old: {
    benchLabel: 'KV-2206',
    sectors: 1_000_215_216,
    sectorBytes: 512,
    serial: 'A1',
    file: null,
    table: null,
  },
  new: {
    benchLabel: 'KV-2207',
    sectors: 3_907_029_168,
    sectorBytes: 512,
    serial: 'B2',
    file: null,
    table: null,
  },
  caseId: 'tarn-5',
  oldCaseId: null,
};

/** What a device shows that came to its home screen. */
export const running = {
  outcome: 'started',
  code: 'started',
  shows: 'Home screen',
  hint: null,
  phases: [],
  readings: null,
} satisfies SwitchedOn;

/** Walks a job to Prove by its own acts, with a finished copy and a device that started. */
export function walkToProve(bench: Bench): Bench {
  const hands = (station: string) => {
    for (let next = nextStep(bench.state, bench.context); next?.station === station;) {
      const said = bench.do({ kind: 'step', stepId: next.id });
      if (said !== 'ok') throw new Error(`${next.id}: ${said}`);
      next = nextStep(bench.state, bench.context);
    }
  };
  bench.do(choose('ostrel-marl-2000', ['lindrel-soft-250']));
  bench.do({ kind: 'lay-out', wish: fillWish });
  hands('open');
  bench.report({ kind: 'docked', dock });
  bench.do({ kind: 'arm', label: 'KV-2207' });
  bench.report({ kind: 'copy-begun' });
  bench.report({ kind: 'copied', proof });
  hands('swap');
  hands('close');
  bench.report({ kind: 'switched-on', shown: running });
  return bench;
}
