'use client';
import { Outcome, outcomeWords } from '@/core/job';
import { isTrue } from '@/core/work';
import { showDuration } from '@/core/units';
import { Button } from '../button';
import { capital } from '../capital';
import { MainAction } from '../main-action';
import { HoldNotice } from '../notice';
import { Card, StationFrame } from '../station-frame';
import { DeviceDisplay } from './device-display';
import { DiagnosisCard } from './diagnosis-card';
import type { StationProps } from './station-props';
import { WalkPast } from './walk-past';

/** Is this normal? What the device shows, on a bar with the usual time and the worry point. */
export function FirstPowerStation({ view, act, busy, goOn }: StationProps) {
  const { job, profile, facts } = view;
  const hold = view.stationHolds['first-power'] ?? null;
  const closed = view.nextActId === null;
  const started = isTrue(facts, 'device.started');
  const charger = isTrue(facts, 'charger.connected');
  const can = closed && !hold && !started;
  const switchOn = can ? () => void act({ kind: 'switch-on' }) : undefined;
  const { phases } = profile.firstPower;
  const worryTotal = phases.reduce((sum, phase) => sum + phase.worryS, 0);
  return (
    <StationFrame
      aside={
        <>
          <h2 className="mb-1 text-[17px]">Seen on a real device</h2>
          <p className="mb-2 text-[14px] text-soft">
            Jicara does not talk to a device. What it shows is entered here.
          </p>
          <div className="flex flex-col gap-2">
            {Outcome.options.map((outcome) => (
              <Button
                key={outcome}
                className="w-full"
                disabled={busy || !can}
                onClick={() => void act({ kind: 'observe-start', outcome })}
              >
                {capital(outcomeWords[outcome])}
              </Button>
            ))}
          </div>
        </>
      }
      actions={
        <>
          {started && goOn ? (
            <MainAction words={goOn.words} go={goOn.go} busy={busy} />
          ) : (
            <MainAction
              words={started ? 'It is running' : 'Switch the simulated device on'}
              go={switchOn ?? null}
              busy={busy}
            />
          )}
          <Button
            disabled={busy || started}
            onClick={() => void act({ kind: 'observe', fact: 'charger.connected', value: !charger })}
          >
            {charger ? 'Unplug the charger' : 'Plug the charger in'}
          </Button>
        </>
      }
      say={`Charger ${charger ? 'in' : 'out'}${profile.firstPower.startsOnlyOnCharger ? '. This device starts only on the charger after its battery was unplugged.' : ''}`}
    >
      {hold && <HoldNotice hold={hold} override={<WalkPast hold={hold} act={act} busy={busy} />} />}
      {job.route === 'stick' && !started && (
        <p className="text-soft">
          The new drive is empty: that it finds nothing to start from is right, and Carry over comes next.
        </p>
      )}
      {!closed && !hold && <Card title="Not closed yet">Finish the steps of Close first.</Card>}
      <DeviceDisplay job={job} />
      {view.diagnosis && job.route !== 'stick' && (
        <DiagnosisCard diagnosis={view.diagnosis} act={act} busy={busy} />
      )}
      <Card title="How long each phase usually lasts" hint="the mark is where to start worrying">
        <ol className="flex flex-col gap-3">
          {phases.map((phase) => (
            <li key={phase.shows}>
              <div className="flex justify-between gap-4">
                <span className="font-semibold">{phase.shows}</span>
                <span className="text-soft">
                  usually <span className="figures text-ink">{showDuration(phase.usualS)}</span>, worry after{' '}
                  <span className="figures text-ink">{showDuration(phase.worryS)}</span>
                </span>
              </div>
              <div className="relative mt-1 h-3 rounded-full bg-sunken" aria-hidden>
                <div
                  className="h-full rounded-full bg-info-fill"
                  style={{ width: `${(phase.usualS / phase.worryS) * 100 * (phase.worryS / worryTotal)}%` }}
                />
                <div
                  className="absolute -top-1 h-5 w-[3px] bg-over"
                  style={{ left: `${(phase.worryS / worryTotal) * 100}%` }}
                />
              </div>
            </li>
          ))}
        </ol>
      </Card>
    </StationFrame>
  );
}
