'use client';
import { lossesOfJob } from '@/core/job';
import type { CopyState } from '@/core/copy';
import { isTrue } from '@/core/work';
import { showDuration, showDurationRange } from '@/core/units';
import { Button } from '../button';
import { CopyBar, copyShares } from '../copy-bar';
import { Ribbons } from '../layout/ribbons';
import { MainAction } from '../main-action';
import { FaultNotice, HoldNotice } from '../notice';
import { Card, StationFrame } from '../station-frame';
import { useKeys } from '../use-keys';
import { DeviceScreen } from './device-screen';
import { DiagnosisCard } from './diagnosis-card';
import { EvidenceCard } from './evidence-card';
import { PromptsCard } from './prompts-card';
import { type StationProps, showOptions } from './station-props';
import { OverrideForm } from './override-form';

/** The device writes its new drive itself, from the stick: what the hands do, how far it is, and when to worry. */
export function RestoreStation({ view, act, busy, copy, goOn }: StationProps & { copy: CopyState }) {
  const { job, facts, profile } = view;
  const options = showOptions(view);
  const { stick } = job;
  const way = profile.ways?.stick;
  const loses = lossesOfJob(view.job, profile);
  const hold = view.stationHolds['first-power'] ?? null;
  const isIn = isTrue(facts, 'stick.inserted');
  const charger = isTrue(facts, 'charger.connected');
  const started = isTrue(facts, 'device.started');
  const running = copy.kind === 'running';
  const closed = view.nextStepId === null;
  const ready = stick !== null && closed && !hold && !started && !running;
  const stop = running ? () => void act({ kind: 'copy-stop' }) : undefined;
  useKeys({ p: stop }, view.frame.settings.singleKeys);
  const observe = (fact: 'stick.inserted' | 'charger.connected', value: boolean) =>
    void act({ kind: 'observe', fact, value });
  const main = !charger
    ? { words: 'Plug the charger in', go: () => observe('charger.connected', true) }
    : !isIn
      ? { words: `Put ${stick?.label ?? 'the stick'} in`, go: () => observe('stick.inserted', true) }
      : !view.job.takeIn.practice
        ? { words: 'Start it from the stick, then say what it came to', go: null }
        : {
            words:
              copy.kind === 'interrupted' ? 'Go on from the stick' : 'Start the simulated device from it',
            go: () => void act({ kind: 'restore' }),
          };
  const progress = running ? copy.progress : null;
  const left = progress?.rate.secondsLeft ?? null;
  return (
    <StationFrame
      aside={
        <div className="flex flex-col gap-4">
          <section>
            <h2 className="mb-1 text-[1.0625rem]">Seen on a real device</h2>
            <p className="mb-2 text-[0.875rem] text-soft">
              Jicara does not talk to a device. What it came to is entered here.
            </p>
            <Button
              className="w-full"
              disabled={busy || !ready}
              onClick={() => void act({ kind: 'observe-start', outcome: 'started' })}
            >
              Restored, and it started
            </Button>
            <Button
              className="mt-2 w-full"
              disabled={busy || !ready || !isIn}
              onClick={() => void act({ kind: 'observe-start', outcome: 'does-not-finish' })}
            >
              It does not start from {stick?.label ?? 'the stick'}
            </Button>
          </section>
          {way?.possible && (
            <section>
              <h2 className="mb-1 text-[1.0625rem]">What it takes</h2>
              <p>
                Hands{' '}
                <b className="figures">{showDurationRange(way.hands.least * 60, way.hands.most * 60)}</b>,
                alone{' '}
                <b className="figures">{showDurationRange(way.alone.least * 60, way.alone.most * 60)}</b>.
              </p>
              {loses.length > 0 && (
                <p className="mt-1 text-[0.875rem] text-soft">The owner loses {loses.join('; ')}.</p>
              )}
            </section>
          )}
        </div>
      }
      actions={
        <>
          {started && goOn ? (
            <MainAction words={goOn.words} go={goOn.go} busy={busy} />
          ) : (
            !running && <MainAction words={main.words} go={ready ? main.go : null} busy={busy} />
          )}
          {running && (
            <Button keyName="P" onClick={stop} disabled={busy}>
              Stop safely
            </Button>
          )}
          {isIn && !running && (
            <Button disabled={busy} onClick={() => observe('stick.inserted', false)}>
              Take the stick out
            </Button>
          )}
        </>
      }
      say={
        running
          ? 'Touch nothing while it works, and leave the stick and the charger in.'
          : stick
            ? `Charger ${charger ? 'in' : 'out'}, ${stick.label} ${isIn ? 'in' : 'out'}.`
            : undefined
      }
    >
      {hold && <HoldNotice hold={hold} override={<OverrideForm hold={hold} act={act} busy={busy} />} />}
      {!stick && (
        <Card title="No stick is taken">Take one at Data: it is checked before the device is opened.</Card>
      )}
      {stick && !closed && !hold && <Card title="Not closed yet">Finish the steps of Close first.</Card>}
      {copy.kind === 'interrupted' && (
        <FaultNotice
          fault={
            copy.fault ?? {
              code: 'interrupted',
              sentence: 'Restoring was interrupted: the new drive is half written.',
              remedy: 'Leave the stick in and go on: it starts behind the last part that was read back.',
            }
          }
        />
      )}
      {running ? (
        <Card
          title={`${stick?.name ?? 'The image'} ${stick?.version ?? ''} from ${stick?.label ?? 'the stick'}`}
        >
          <p className="flex items-baseline justify-between gap-3">
            <b className="font-display text-[2.5rem] leading-none">
              {Math.floor(copyShares(progress).matched * 100)} %
            </b>
            <span className="figures">
              {left ? `${showDurationRange(left.least, left.most)} left` : 'begins …'}
            </span>
          </p>
          <CopyBar progress={progress} label="Written and read back" />
          <p className="text-soft">
            The maker’s progress sign may stand still for a while: that is no reason to switch off.
          </p>
        </Card>
      ) : (
        <DeviceScreen view={view} act={act} busy={busy} />
      )}
      {stick && !started && !running && way?.possible && (
        <Card title="With your hands">
          <ol className="list-decimal pl-5">
            <li>Charger in: restoring takes a while.</li>
            <li>
              {stick.label} in, and no other stick or card.{' '}
              <span className="text-soft">Never the owner’s own card.</span>
            </li>
            <li>{way.start ?? 'Open the boot menu as the maker’s manual says, and choose the stick.'}</li>
          </ol>
        </Card>
      )}
      {view.diagnosis && job.copy && <DiagnosisCard diagnosis={view.diagnosis} act={act} busy={busy} />}
      {view.evidence && <EvidenceCard evidence={view.evidence} view={view} act={act} busy={busy} />}
      {view.layout && (
        <Card title="Where each partition goes" hint="laid out by the device itself, from the image">
          <Ribbons
            layout={view.layout}
            usedByPartition={view.source?.usedByPartition ?? null}
            oldLabel={`image on ${stick?.label ?? 'the stick'}`}
            newLabel="new drive"
            locale={options.locale}
          />
        </Card>
      )}
      {started && job.lastStart && (
        <p className="text-[0.875rem] text-soft">
          Usual length of its phases:{' '}
          {profile.firstPower.phases
            .map(({ shows, usualS }) => `${shows} ${showDuration(usualS)}`)
            .join(', ')}
          .
        </p>
      )}
      <PromptsCard job={view.job} profile={view.profile} settings={view.frame.settings} />
    </StationFrame>
  );
}
