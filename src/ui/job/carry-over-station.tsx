'use client';
import { useState } from 'react';
import type { CopyState, JobView } from '@/core/job';
import { factValue, isTrue } from '@/core/work';
import { showBytes, showDuration, showRate } from '@/core/units';
import { Button } from '../button';
import { Choice } from '../choice';
import { Field } from '../field';
import { MainAction } from '../main-action';
import { FaultNotice, HoldNotice } from '../notice';
import { Ribbons } from '../ribbons';
import { Card, StationFrame } from '../station-frame';
import { useKeys } from '../use-keys';
import { HoldRemedy } from './hold-remedy';
import { type StationProps, showOptions } from './station-props';

/** The copy on the dock: both drives in, the new one armed by hand, copied, read back. */
export function CarryOverStation({ view, act, busy, copy, goOn }: StationProps & { copy: CopyState }) {
  const { job, facts } = view;
  const options = showOptions(view);
  const [caseId, setCaseId] = useState(view.cases[0]?.id ?? '');
  const [label, setLabel] = useState('');
  const inside = factValue(facts, 'drive.inserted') !== false && !job.dock;
  const armed = isTrue(facts, 'target.armed');
  const sealed = view.holds.find(({ code }) => code === 'encryption') ?? null;
  const arm = () => void act({ kind: 'arm', label });
  const main =
    copy.kind === 'running' || copy.kind === 'verified'
      ? null
      : !job.dock
        ? {
            words: 'Put both drives in the dock',
            can: !inside && Boolean(job.wish),
            go: () => void act({ kind: 'dock', caseId }),
          }
        : !armed
          ? { words: 'Arm the new drive', can: label !== '', go: arm }
          : {
              words: copy.kind === 'interrupted' ? 'Go on with the copy' : 'Start the copy',
              can: !sealed,
              go: () => void act({ kind: 'copy' }),
            };
  const running = copy.kind === 'running';
  const stop = running ? () => void act({ kind: 'copy-stop' }) : undefined;
  useKeys({ p: stop }, view.frame.settings.singleKeys);
  return (
    <StationFrame
      aside={<CopyAside view={view} copy={copy} />}
      actions={
        <>
          {copy.kind === 'verified' && goOn ? (
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
          <HoldRemedy code="encryption" act={act} busy={busy} limitPercent={0} />
        </HoldNotice>
      )}
      {copy.kind === 'interrupted' && (
        <FaultNotice
          fault={
            copy.fault ?? {
              code: 'interrupted',
              sentence: `The copy was interrupted: ${copy.verifiedBlocks} blocks are read back and matched, the rest is not.`,
              remedy:
                'Nothing verified is lost. Go on with one key; it starts behind the last verified block.',
            }
          }
        />
      )}
      {!job.dock && !inside && job.wish && (
        <Card title="Into the dock">
          <Choice
            legend="Case for the new drive"
            value={caseId}
            onChange={setCaseId}
            options={view.cases.map((c) => ({
              value: c.id,
              label: `${c.model}, ${c.link}`,
              hint: showRate(c.rateBytesPerS, options.locale),
            }))}
          />
        </Card>
      )}
      {job.dock && (
        <div className="grid gap-3.5 md:grid-cols-2">
          <Port
            name="A"
            label={job.dock.old.benchLabel}
            role="old drive, only read"
            bytes={job.dock.old.sectors * job.dock.old.sectorBytes}
            view={view}
          />
          <Port
            name="B"
            label={job.dock.new.benchLabel}
            role={`new drive, ${view.drive?.model ?? ''}, overwritten`}
            bytes={job.dock.new.sectors * job.dock.new.sectorBytes}
            view={view}
          />
        </div>
      )}
      {job.dock && !armed && copy.kind !== 'verified' && (
        <Card title="Which drive is overwritten?" hint="read the label on the new drive and type it">
          <form
            className="flex flex-wrap items-end gap-3"
            onSubmit={(event) => {
              event.preventDefault();
              if (label !== '') arm();
            }}
          >
            <Field
              label="Bench label of the new drive"
              className="w-64"
              autoComplete="off"
              spellCheck={false}
              value={label}
              onChange={(e) => setLabel(e.target.value)}
              hint="It stands on the drive, such as KV-0000."
            />
          </form>
        </Card>
      )}
      {view.layout && (job.dock || copy.kind !== 'none') && (
        <Card
          title="Where each part goes"
          hint={view.layoutOrigin === 'read' ? 'to the sector, as read on the dock' : undefined}
        >
          <Ribbons
            layout={view.layout}
            usedByPart={view.source?.usedByPart ?? null}
            oldLabel={`old drive, port A · ${showBytes(view.layout.sourceSectors * view.layout.sectorBytes, options)}`}
            newLabel={`new drive, port B · ${showBytes(view.layout.targetSectors * view.layout.sectorBytes, options)}`}
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
    </StationFrame>
  );
}

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
          <b className="figures rounded border border-ink px-1.5 text-[17px]">{label}</b>{' '}
          <span className="figures ml-1">{showBytes(bytes, showOptions(view))}</span>
        </p>
        <p className="text-[14px] text-soft">{role}</p>
      </div>
    </section>
  );
}

function CopyAside({ view, copy }: { view: JobView; copy: CopyState }) {
  const { locale } = showOptions(view);
  const proof = view.job.copy;
  if (copy.kind === 'running') {
    const p = copy.progress;
    const share = p && p.totalBytes > 0 ? p.verifiedBytes / p.totalBytes : 0;
    const written = p && p.totalBytes > 0 ? p.writtenBytes / p.totalBytes : 0;
    return (
      <>
        <h2 className="text-[17px]">Copying now</h2>
        <p className="mt-1 flex items-baseline gap-2">
          <span className="font-display text-[44px] font-bold leading-none">{Math.floor(share * 100)} %</span>
          <span className="figures">
            {p
              ? `${showBytes(p.verifiedBytes, { locale, digits: 0 })} of ${showBytes(p.totalBytes, { locale, digits: 0 })}`
              : ''}
          </span>
        </p>
        <div
          role="progressbar"
          aria-label="Read back and matched"
          aria-valuenow={Math.floor(share * 100)}
          aria-valuemin={0}
          aria-valuemax={100}
          className="relative my-2 h-3 overflow-hidden rounded-full bg-sunken"
        >
          <div className="absolute inset-y-0 left-0 bg-info-fill" style={{ width: `${written * 100}%` }} />
          <div className="absolute inset-y-0 left-0 bg-clear-fill" style={{ width: `${share * 100}%` }} />
        </div>
        <p className="text-[14px] text-soft">green: read back and matched · blue: written</p>
        <dl className="mt-3 grid grid-cols-2 gap-y-2">
          <dt className="text-soft">Left</dt>
          <dd className="figures text-right font-bold">
            {p?.secondsLeft == null ? 'not known yet' : `about ${showDuration(p.secondsLeft)}`}
          </dd>
          <dt className="text-soft">Rate, there and back</dt>
          <dd className="figures text-right">
            {p && p.rateBytesPerS > 0 ? showRate(p.rateBytesPerS, locale) : '…'}
          </dd>
          <dt className="text-soft">Blocks matched</dt>
          <dd className="figures text-right">{p ? `${p.verifiedBlocks} of ${p.blocks}` : '…'}</dd>
        </dl>
      </>
    );
  }
  if (copy.kind === 'verified' && proof) {
    return (
      <>
        <h2 className="text-[17px] text-clear">Read back and matched</h2>
        <dl className="mt-2 grid grid-cols-[auto_1fr] gap-x-3 gap-y-2">
          <dt className="text-soft">Moved</dt>
          <dd className="figures text-right">{showBytes(proof.bytes, { locale })}</dd>
          <dt className="text-soft">Blocks</dt>
          <dd className="figures text-right">{proof.blocks}</dd>
          <dt className="text-soft">Mismatches</dt>
          <dd className="figures text-right">{proof.mismatches}</dd>
          <dt className="text-soft">Intended rewrites</dt>
          <dd className="figures text-right">{proof.rewrites}</dd>
          <dt className="text-soft">Took</dt>
          <dd className="figures text-right">{showDuration(proof.seconds)}</dd>
        </dl>
        <p className="mt-2 text-[13px] text-soft">SHA-256 over all block digests</p>
        <p className="figures break-all text-[13px]">{proof.sha256}</p>
      </>
    );
  }
  return (
    <>
      <h2 className="text-[17px]">What the copy does</h2>
      <ol className="mt-1 list-decimal space-y-1.5 pl-5 text-[14px]">
        <li>Reads the blocks in use and writes them to their new place.</li>
        <li>Reads every block back and compares it.</li>
        <li>
          Rewrites on purpose: the starts of moved file systems, the size of the grown one, the partition
          table with its mirror at the true end.
        </li>
        <li>Keeps a journal: a kill at any moment resumes behind the last verified block.</li>
      </ol>
      {view.source && (
        <p className="mt-3 text-[14px]">
          <b>{showBytes(view.source.usedBytes, { locale })}</b> in use, read from the old drive.
          {view.job.takeIn.oldDrive.usedBytes !== null &&
            Math.abs(view.job.takeIn.oldDrive.usedBytes - view.source.usedBytes) >
              0.1 * view.source.usedBytes && (
              <>
                {' '}
                At take-in {showBytes(view.job.takeIn.oldDrive.usedBytes, { locale })} was stated; the
                stand-in drive holds 0.3 to 1 GB of real bytes.
              </>
            )}
        </p>
      )}
    </>
  );
}
