'use client';
import { useState } from 'react';
import type { CopyState } from '@/core/copy';
import type { JobView } from '@/core/job-view';
import { factValue, isTrue } from '@/core/work';
import { showBytes } from '@/core/units';
import { driveWords } from '../drive-words';
import { Button } from '../button';
import { Choice } from '../choice';
import { DialogFrame } from '../dialog-frame';
import { Field } from '../field';
import { MainAction } from '../main-action';
import { NoHoles } from '../no-holes';
import { FaultNotice, HoldNotice } from '../notice';
import { kindOfDrive } from '../dock/dock-pair';
import { Ribbons } from '../layout/ribbons';
import { Card, StationFrame } from '../station-frame';
import { useKeys } from '../use-keys';
import { AgainCard } from './again-card';
import { ArmDialog } from './arm-dialog';
import { CapacityCard } from './capacity-card';
import { CasesCard, useCases } from './cases-card';
import { CopyAside } from './copy-aside';
import { CopiedElsewhere } from './copied-elsewhere';
import { type ChosenFiles, DriveFilesCard } from './drive-files-card';
import { EvidenceCard } from './evidence-card';
import { HoldRemedy } from './hold-remedy';
import { LookInImage } from './look-in-image';
import { OntoDriveCard } from './onto-drive-card';
import { OverrideForm } from './override-form';
import { type StationProps, showOptions } from './station-props';

/** The copy on the dock: both drives in, the new one armed by hand, copied, read back. */
export function CarryOverStation({
  view,
  act,
  busy,
  sums,
  copy,
  silent = false,
  goOn,
}: StationProps & { copy: CopyState; /** No news of a running copy comes through. */ silent?: boolean }) {
  const { job, facts } = view;
  const options = showOptions(view);
  const { chosen, setChosen } = useCases(view);
  const [files, setFiles] = useState<ChosenFiles | null>(null);
  const [arming, setArming] = useState(false);
  const inside = factValue(facts, 'drive.inserted') !== false && !job.dock;
  const armed = isTrue(facts, 'target.armed');
  const [mode, setMode] = useState<'each' | 'last' | 'skipped'>('each');
  const [reason, setReason] = useState('');
  const readBack = mode !== 'each' && reason.trim().length >= 3 ? { mode, reason: reason.trim() } : null;
  const [outside, setOutside] = useState<'all' | 'edges'>('all');
  const undecided = view.source?.tables ?? [];
  const sealed = view.holds.find(({ code }) => code === 'encryption') ?? null;
  const isFalse = view.holds.some(({ code }) => code === 'false-size');
  const unproved = copy.kind === 'finished' && view.holds.find(({ code }) => code === 'copy-unverified');
  const main =
    copy.kind === 'running' || copy.kind === 'finished'
      ? null
      : !job.dock
        ? {
            words: job.takeIn.practice ? 'Put both drives in the dock' : 'Take these image files',
            can:
              !inside && Boolean(job.wish) && chosen.caseId !== '' && (job.takeIn.practice || files !== null),
            go: () => void act({ kind: 'dock', ...chosen, ...(files ? { files } : {}) }),
          }
        : !armed
          ? { words: 'Arm the new drive', can: true, go: () => setArming(true) }
          : {
              words: copy.kind === 'interrupted' ? 'Go on with the copy' : 'Start the copy',
              can: !sealed && !isFalse && undecided.length === 0 && (mode === 'each' || readBack !== null),
              go: () =>
                void act({
                  kind: 'copy',
                  ...(readBack ? { readBack } : {}),
                  ...(job.takeIn.practice ? {} : { outside }),
                }),
            };
  const running = copy.kind === 'running';
  const begun = isTrue(facts, 'copy.begun');
  const [takingOut, setTakingOut] = useState(false);
  const takeOut = () => void act({ kind: 'undock' }).then(() => setTakingOut(false));
  const swapped = view.steps.some((a) => a.station === 'swap' && a.done);
  const stop = running ? () => void act({ kind: 'copy-stop' }) : undefined;
  useKeys({ p: stop }, view.frame.settings.singleKeys);
  return (
    <StationFrame
      aside={<CopyAside view={view} copy={copy} />}
      actions={
        <>
          {copy.kind === 'finished' && goOn ? (
            <MainAction words={goOn.words} go={goOn.go} busy={busy} />
          ) : (
            main && (
              <MainAction
                words={busy && !job.dock ? 'Reading the drives in …' : main.words}
                go={main.can ? main.go : null}
                busy={busy}
              />
            )
          )}
          {job.dock && !running && !swapped && (
            <Button onClick={begun ? () => setTakingOut(true) : takeOut} disabled={busy}>
              Take both drives out
            </Button>
          )}
          {running && (
            <Button keyName="P" onClick={stop} disabled={busy}>
              Stop safely
            </Button>
          )}
        </>
      }
      say={
        running
          ? 'Your hands are free. Closing this page stops nothing.'
          : job.dock
            ? `The drive ${job.dock.new.benchLabel} is overwritten; ${job.dock.old.benchLabel} is only read.`
            : undefined
      }
    >
      {silent && running && (
        <FaultNotice
          fault={{
            code: 'silent',
            sentence: 'No news of the copy: Jicara does not answer.',
            remedy:
              'What is shown is the last that was heard. Leave both drives where they are; this page asks again by itself.',
          }}
        />
      )}
      <DialogFrame title="Take both drives out?" open={takingOut} onOpenChange={setTakingOut}>
        <p>The copy is then begun anew: what was read back and matched so far no longer counts.</p>
        <div className="mt-4 flex flex-wrap gap-3">
          <Button kind="main" onClick={takeOut} disabled={busy}>
            Take them out
          </Button>
          <Button onClick={() => setTakingOut(false)}>Leave them in</Button>
        </div>
      </DialogFrame>
      {inside && (
        <Card title="The old drive is still in the device">
          Open the device first: the copy runs with the drive on the dock.
        </Card>
      )}
      {!inside && !job.wish && (
        <Card title="No layout yet">Choose a drive at Fit and lay it out at Data.</Card>
      )}
      {sealed && (
        <HoldNotice hold={sealed}>
          <HoldRemedy hold={sealed} act={act} busy={busy} limitPercent={0} />
        </HoldNotice>
      )}
      {unproved && (
        <HoldNotice hold={unproved} override={<OverrideForm hold={unproved} act={act} busy={busy} />}>
          <HoldRemedy
            hold={unproved}
            act={act}
            busy={busy}
            limitPercent={0}
            onDock={job.dock !== null && job.dock.new.file === null}
          />
          {!job.takeIn.practice && job.dock === null && <LookInImage jobId={job.id} act={act} busy={busy} />}
        </HoldNotice>
      )}
      {copy.kind === 'finished' && job.dock?.new.file != null && (
        <OntoDriveCard view={view} act={act} busy={busy} sums={sums} />
      )}
      {copy.kind === 'interrupted' && (
        <p role="status">
          <b>What is safe:</b> the old drive was only read. Both may be unplugged now; what stands on the new
          one counts for nothing before the copy has come to its end.
        </p>
      )}
      {copy.kind === 'interrupted' && (
        <FaultNotice
          fault={
            copy.fault ?? {
              code: 'interrupted',
              sentence: `The copy was interrupted: ${copy.verifiedBlocks} blocks are read back and matched, the rest is not.`,
              remedy:
                'Go on with one key: what is there is read again and held against the old drive, then it goes on behind it.',
            }
          }
        />
      )}
      {!job.dock && !inside && job.wish && !job.takeIn.practice && (
        <DriveFilesCard
          driveFiles={view.driveFiles}
          jobId={job.id}
          locale={options.locale}
          onChange={setFiles}
        />
      )}
      {!job.dock && !inside && job.wish && !job.takeIn.practice && copy.kind === 'none' && (
        <CopiedElsewhere act={act} busy={busy} />
      )}
      {!job.dock && !view.knowsHoles && job.takeIn.practice && (
        <NoHoles bytes={fullBytes(view)} locale={options.locale} />
      )}
      {!job.dock && !inside && job.wish && <CasesCard view={view} chosen={chosen} onChange={setChosen} />}
      {job.dock && (
        <div className="grid gap-3.5 md:grid-cols-2">
          <Port
            name="A"
            label={job.dock.old.benchLabel}
            role={`${driveWords({ which: 'old' }, options)}, only read · ${kindOfDrive(job.dock.old)}`}
            bytes={job.dock.old.sectors * job.dock.old.sectorBytes}
            view={view}
          />
          <Port
            name="B"
            label={job.dock.new.benchLabel}
            role={`${driveWords({ which: 'new', model: view.drive?.model }, options)}, overwritten · ${kindOfDrive(job.dock.new)}`}
            bytes={job.dock.new.sectors * job.dock.new.sectorBytes}
            view={view}
          />
        </div>
      )}
      {(job.dock || !job.takeIn.practice) && !running && copy.kind !== 'finished' && (
        <CapacityCard view={view} act={act} busy={busy} />
      )}
      <ArmDialog act={act} busy={busy} open={arming} onClose={() => setArming(false)} />
      {job.dock && undecided.length > 0 && copy.kind === 'none' && (
        <Card title="Which table counts?" hint="nothing is copied until then">
          <p className="mb-2">{view.source?.faults[0]}</p>
          <div className="flex flex-wrap gap-3">
            {undecided.map((table, i) => (
              <Button key={table} disabled={busy} onClick={() => void act({ kind: 'which-table', table })}>
                {`${tableNames[table]}${i === 0 && undecided.length > 1 ? ', as systems take it' : ''}`}
              </Button>
            ))}
          </div>
        </Card>
      )}
      {job.dock && armed && copy.kind === 'none' && !job.takeIn.practice && (
        <Card
          title="Bytes outside partitions"
          hint="loaders, hash trees and labels: carried where they are not zero"
        >
          <Choice
            legend="Bytes outside partitions"
            hideLegend
            value={outside}
            onChange={setOutside}
            options={[
              { value: 'all', label: 'Look through all of them', hint: 'reads what lies there' },
              { value: 'edges', label: 'Only the ends of each stretch', hint: 'quicker; the rest is named' },
            ]}
          />
        </Card>
      )}
      {view.evidence && <EvidenceCard evidence={view.evidence} view={view} act={act} busy={busy} />}
      {job.dock && armed && copy.kind === 'none' && (
        <Card title="When it is read back" hint="what was not read back proves nothing">
          <div className="flex flex-wrap items-end gap-3">
            <Choice
              legend="When it is read back"
              hideLegend
              value={mode}
              onChange={setMode}
              options={[
                { value: 'each', label: 'While it is written' },
                { value: 'last', label: 'After all is written' },
                { value: 'skipped', label: 'Not at all' },
              ]}
            />
            {mode !== 'each' && (
              <Field
                label="Reason, for the sheet"
                className="min-w-64 flex-1"
                value={reason}
                onChange={(event) => setReason(event.target.value)}
              />
            )}
          </div>
        </Card>
      )}
      {view.layout && (job.dock || copy.kind !== 'none') && (
        <Card
          title="Where each partition goes"
          hint={view.layoutOrigin === 'read' ? 'to the sector, as read on the dock' : undefined}
        >
          <Ribbons
            layout={view.layout}
            usedByPartition={view.source?.usedByPartition ?? null}
            oldLabel={driveWords(
              {
                which: 'old',
                benchLabel: job.dock?.old.benchLabel,
                bytes: view.layout.sourceSectors * view.layout.sectorBytes,
              },
              options,
            )}
            newLabel={driveWords(
              {
                which: 'new',
                model: view.drive?.model,
                benchLabel: job.dock?.new.benchLabel,
                bytes: view.layout.targetSectors * view.layout.sectorBytes,
              },
              options,
            )}
            locale={options.locale}
          />
        </Card>
      )}
      {view.layoutFault && <FaultNotice fault={view.layoutFault} />}
      {view.source?.faults.map((fault) => (
        <p key={fault} className="font-semibold text-tight">
          On the old drive: {fault}
        </p>
      ))}
      {copy.kind !== 'running' && <AgainCard view={view} act={act} busy={busy} />}
    </StationFrame>
  );
}

const tableNames = {
  gpt: 'The partition table with headers',
  record: 'The older record in sector 0',
  none: 'The file system over the whole drive',
} as const;

/** What both drives take where nothing can be a hole. */
const fullBytes = ({ job, drive }: JobView) =>
  ((job.takeIn.oldDrive?.labelGB ?? 0) + (drive?.labelGB ?? 0)) * 1e9;

function Port({
  name,
  label,
  role,
  bytes,
  view,
}: {
  name: string;
  label: string;
  role: string;
  bytes: number;
  view: JobView;
}) {
  return (
    <section
      aria-label={`Port ${name}`}
      className="flex items-center gap-4 rounded-2xl border bg-surface p-3.5"
    >
      <span className="grid size-12 place-items-center rounded-lg bg-lacquer font-display text-2xl font-bold text-lacquer-ink">
        {name}
      </span>
      <div>
        <p>
          <b className="figures rounded border border-ink px-1.5 text-[1.0625rem]">{label}</b>{' '}
          <span className="figures ml-1">{showBytes(bytes, showOptions(view))}</span>
        </p>
        <p className="text-[0.875rem] text-soft">{role}</p>
      </div>
    </section>
  );
}
