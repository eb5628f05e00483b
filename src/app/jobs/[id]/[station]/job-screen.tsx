'use client';
import dynamic from 'next/dynamic';
import Link from '@/ui/link';
import { useRouter } from 'next/navigation';
import { useCallback, useState } from 'react';
import { Shell } from '@/app/shell';
import { isRecording, leadsBack } from '@/core/job';
import type { JobView, PartsView } from '@/core/job-view';
import { type StationId, stationNames } from '@/core/route';
import { showBytes } from '@/core/units';
import { promiseWords } from '@/ui/promise-words';
import { showMoment } from '@/ui/clock';
import { Stepper } from '@/ui/stepper';
import type { StationProps } from '@/ui/job/station-props';
import { useKeys } from '@/ui/use-keys';
import { useLate } from '@/ui/use-late';
import { JobNotices } from './job-notices';
import { useDriveFiles } from './use-drive-files';
import { useDriveSums } from './use-drive-sums';
import { useJob } from './use-job';
import { usePhotos } from './use-photos';
import { askParts, rank } from '@/app/ask-catalogue';
import { getJson, post } from '@/app/call';

// Only the station that is looked at is loaded; the others come when they are gone to.
const CarryOverStation = dynamic(() => import('@/ui/job/carry-over-station').then((m) => m.CarryOverStation));
const DataStation = dynamic(() => import('@/ui/job/data-station').then((m) => m.DataStation));
const FirstPowerStation = dynamic(() =>
  import('@/ui/job/first-power-station').then((m) => m.FirstPowerStation),
);
const FitStation = dynamic(() => import('@/ui/job/fit-station').then((m) => m.FitStation));
const FreshDataStation = dynamic(() => import('@/ui/job/fresh-data-station').then((m) => m.FreshDataStation));
const HandOverStation = dynamic(() => import('@/ui/job/hand-over-station').then((m) => m.HandOverStation));
const HandsStation = dynamic(() => import('@/ui/job/hands-station').then((m) => m.HandsStation));
const ProveStation = dynamic(() => import('@/ui/job/prove-station').then((m) => m.ProveStation));
const RecordStation = dynamic(() => import('@/ui/job/record-station').then((m) => m.RecordStation));
const RestoreStation = dynamic(() => import('@/ui/job/restore-station').then((m) => m.RestoreStation));
const StickDataStation = dynamic(() => import('@/ui/job/stick-data-station').then((m) => m.StickDataStation));
const TakeInStation = dynamic(() => import('@/ui/job/take-in-station').then((m) => m.TakeInStation));
const loadNote = () => import('@/ui/job/note-dialog').then((m) => m.NoteDialog);

/** A job at one of its stations: who and what, its stations, and the station's own screen. */
export function JobScreen({
  initial,
  station,
  askedDriveId,
  parts,
}: {
  initial: JobView;
  station: StationId;
  /** A drive that was asked about at the counter: Fit begins with it. */
  askedDriveId: string | null;
  /** Loaded for the station that chooses among them. */
  parts: PartsView | null;
}) {
  const router = useRouter();
  const kept = useJob(initial, station, (next) => router.push(`/jobs/${initial.job.id}/${next}`));
  const { view, copy, silent, act, busy, fault, waiting, others } = kept;
  /** Null until it was opened once; a photo that was taken stays in it when it is closed. */
  const [noting, setNoting] = useState<boolean | null>(null);
  const { part: Note, typed } = useLate(loadNote, noting === true, () => setNoting(false));
  const recordedHere =
    station === 'open' && isRecording(view.job)
      ? view.steps.findLast(({ done, station: at }) => done && at === 'open')
      : undefined;
  const stepHere =
    recordedHere ?? view.steps.find(({ id, station: at }) => id === view.nextStepId && at === station);
  const sums = useDriveSums(view, station);
  const driveFiles = useDriveFiles(view);
  const photos = usePhotos(kept, stepHere?.id ?? null);
  const at = view.stations.findIndex(({ id }) => id === station);
  const turn = (by: number) => {
    const next = view.stations[at + by];
    return next ? () => router.push(`/jobs/${view.job.id}/${next.id}`) : undefined;
  };
  useKeys({ '[': turn(-1), ']': turn(1) }, view.frame.settings.singleKeys);
  const askWiping = useCallback(
    () => getJson<JobView['wiping']>(`/api/jobs/${view.job.id}/wipe`),
    [view.job.id],
  );
  const goOn =
    view.current === station
      ? null
      : {
          words: `Go on to ${stationNames[view.current]}`,
          go: () => router.push(`/jobs/${view.job.id}/${view.current}`),
        };
  const props: StationProps = {
    view: driveFiles === view.driveFiles ? view : { ...view, driveFiles },
    act,
    busy,
    openNote: () => setNoting(true),
    keepRecording: () =>
      post<{ version: number }>(`/api/profiles/${view.profile.id}/procedure`, { jobId: view.job.id }),
    keepTimes: () =>
      post<{ version: number }>(`/api/profiles/${view.profile.id}/times`, { jobId: view.job.id }),
    askWiping,
    removePhoto: photos.remove,
    look: kept.look,
    sums,
    goOn,
    parts: parts ?? { pads: [], sinks: [], cases: [] },
    rank,
    askParts,
    askedDriveId,
  };
  return (
    <Shell frame={view.frame} at="job">
      <JobHeader view={view} station={station} />
      <JobNotices
        fault={fault}
        waiting={waiting}
        // A copy that runs says it itself, with what it means for the drives.
        silent={silent && !(station === 'carry-over' && copy.kind === 'running')}
        others={others}
        onReload={() => void kept.reload()}
        onCancel={kept.cancel}
        onUnderstood={kept.clearFault}
        onClockIsRight={() => void act({ kind: 'clock-is-right' })}
      />
      <Station station={station} props={props} copy={copy} silent={silent} />
      {Note && noting !== null && (
        <Note
          start={typed.current}
          jobId={view.job.id}
          open={noting}
          onOpenChange={setNoting}
          onNote={(text) => act({ kind: 'note', text })}
          onPhoto={photos.add}
          step={stepHere ?? null}
          device={view.profile.name}
          onWords={
            stepHere && !recordedHere
              ? (how) =>
                  post<{ version: number }>(`/api/profiles/${view.profile.id}/words`, {
                    jobId: view.job.id,
                    stepId: stepHere.id,
                    was: stepHere.how,
                    how,
                  })
              : null
          }
        />
      )}
    </Shell>
  );
}

function Station({
  station,
  props,
  copy,
  silent,
}: {
  station: StationId;
  props: StationProps;
  copy: JobView['copy'];
  silent: boolean;
}) {
  switch (station) {
    case 'take-in':
      return <TakeInStation {...props} />;
    case 'fit':
      return <FitStation {...props} />;
    case 'data':
      switch (props.view.job.route) {
        case 'stick':
          return <StickDataStation {...props} />;
        case 'copy-on-dock':
          return <DataStation {...props} />;
        default:
          return <FreshDataStation {...props} />;
      }
    case 'open':
      return isRecording(props.view.job) ? (
        <RecordStation {...props} />
      ) : (
        <HandsStation key={station} station={station} {...props} />
      );
    case 'swap':
    case 'close':
      return <HandsStation key={station} station={station} {...props} />;
    case 'carry-over':
      switch (props.view.job.route) {
        case 'stick':
          return <RestoreStation copy={copy} {...props} />;
        case 'copy-on-dock':
          return <CarryOverStation copy={copy} silent={silent} {...props} />;
        default:
          return <FirstPowerStation {...props} />;
      }
    case 'first-power':
      return <FirstPowerStation {...props} />;
    case 'prove':
      return <ProveStation {...props} />;
    case 'hand-over':
      return <HandOverStation {...props} />;
  }
}

function JobHeader({ view, station }: { view: JobView; station: StationId }) {
  const { job, profile, frame } = view;
  const { locale } = frame.settings;
  const size = (gb: number) => showBytes(gb * 1e9, { locale });
  const { promisedAt } = job.takeIn;
  return (
    <div data-print="no" className="border-b bg-surface px-5 pb-1.5 pt-3">
      <div className="mb-1.5 flex flex-wrap items-baseline gap-x-4 gap-y-1">
        <h1 className="text-[1.5625rem]">
          {profile.maker} {profile.name}
        </h1>
        <Link
          href={`/jobs/${job.id}/take-in`}
          className="figures inline-flex min-h-6 items-center text-soft underline-offset-4 hover:underline"
        >
          {job.id}
        </Link>
        <p className="min-w-0 max-w-[52ch] truncate text-soft" dir="auto">
          {[job.takeIn.place, job.takeIn.owner].filter(Boolean).join(' · ')}
        </p>
        <p className="text-soft">
          {job.takeIn.oldDrive ? size(job.takeIn.oldDrive.labelGB) : 'empty'} →{' '}
          {leadsBack(job) ? 'back to it' : size(view.drive?.labelGB ?? job.takeIn.wantedGB)}
          {!leadsBack(job) && view.drive && view.drive.labelGB !== job.takeIn.wantedGB && (
            <span className={view.drive.labelGB < job.takeIn.wantedGB ? 'font-semibold text-tight' : ''}>
              {', '}wanted {size(job.takeIn.wantedGB)}
            </span>
          )}
        </p>
        {job.takeIn.practice && (
          <p
            className="text-soft"
            title="Drives and device are simulated: nothing that they show proves anything of real ones."
          >
            practice, simulated
          </p>
        )}
        <p className="ml-auto">
          {promisedAt && (
            <span className="figures">promised {showMoment(promisedAt, frame.settings)} · </span>
          )}
          <b
            className={
              view.promise.verdict === 'over'
                ? 'text-over'
                : view.promise.verdict === 'tight'
                  ? 'text-tight'
                  : view.promise.verdict === 'clear'
                    ? 'text-clear'
                    : 'text-soft'
            }
          >
            {job.handedOver ? 'handed over' : promiseWords(view)}
          </b>
        </p>
      </div>
      <Stepper jobId={job.id} stations={view.stations} shown={station} />
    </div>
  );
}
