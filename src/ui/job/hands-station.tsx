'use client';
import { useState } from 'react';
import type { HandStation } from '@/core/work';
import { factValue, fastenerText } from '@/core/work';
import { showDuration } from '@/core/units';
import { Button } from '../button';
import { MainAction } from '../main-action';
import { HoldNotice } from '../notice';
import { ScrewBowl } from '../screw-bowl';
import { Card, StationFrame } from '../station-frame';
import { useKeys } from '../use-keys';
import { useReadAloud } from '../use-read-aloud';
import { useWakeLock } from '../use-wake-lock';
import { HoldRemedy } from './hold-remedy';
import { SafeToTouch } from './safe-to-touch';
import { LostFastener } from './lost-fastener';
import { StepDetails } from './step-details';
import { StepList } from './step-list';
import { WorkQuestions } from './work-questions';
import { Stopwatch } from './stopwatch';
import type { StationProps } from './station-props';
import { WalkPast } from './walk-past';

/** What do my hands do now? Open, swap and close from one engine; the bowl beside it. */
export function HandsStation({
  station,
  view,
  act,
  busy,
  openNote,
  goOn,
}: StationProps & { station: HandStation }) {
  const [stuckAt, setStuckAt] = useState<string | null>(null);
  const acts = view.acts.filter((a) => a.station === station);
  const next = view.acts.find((a) => a.id === view.nextActId) ?? null;
  const here = next?.station === station ? next : null;
  const finished = acts.every((a) => a.done);
  const hold = here ? stationHoldFor(view, station, here.touchesBoard) : null;
  const done = here && !hold ? () => void act({ kind: 'step', stepId: here.id }) : undefined;
  const lastDone = [...view.acts].reverse().find((a) => a.done);
  const canGoBack = lastDone?.station === station && (here !== null || finished);
  const back = canGoBack ? () => void act({ kind: 'step-back' }) : undefined;
  const stuck = here ? () => setStuckAt(stuckAt === here.id ? null : here.id) : undefined;
  useKeys({ Space: done, Backspace: back, s: stuck, n: openNote }, view.frame.settings.singleKeys);
  const awake = useWakeLock();
  const aloud = useReadAloud(here ? `${here.title}. ${here.how} ${here.caution ?? ''}` : null);
  const stepsHere = acts.length;
  const minutesLeft = acts.reduce((sum, { done: isDone, minutes }) => sum + (isDone ? 0 : minutes), 0);
  const number = here ? acts.indexOf(acts.find((a) => a.id === here.id)!) + 1 : stepsHere;
  const moved = here ? [...here.takesOut, ...here.putsIn] : [];
  const groups = view.profile.procedure.fasteners.filter(({ id }) => moved.includes(id));
  // From the act before: what happened at other stations is no time spent on this one.
  const since = view.history.findLast((entry) => entry.stepId !== null)?.at ?? null;
  const nextWithScrews = here && groups.length > 0 ? here : null;
  return (
    <StationFrame
      wideAside
      aside={
        <div className="grid gap-x-5 md:max-lg:grid-cols-[minmax(0,1fr)_360px]">
          {/* On an upright tablet the list stands beside the bowl, so that neither is out of sight. */}
          <div className="lg:hidden">
            <StepList acts={acts} hereId={here?.id ?? null} />
          </div>
          <div>
            <div className="mb-2 flex items-baseline justify-between">
              <h2 className="text-[17px]">Screw bowl</h2>
              <p className="text-[14px] text-soft">drawn to length</p>
            </div>
            <ScrewBowl
              ledger={view.ledger}
              next={{ ids: moved, goingIn: (here?.takesOut.length ?? 0) > 0 }}
            />
            <p className="mt-2 text-center text-[15px]">
              {nextWithScrews ? (
                <>
                  {nextWithScrews.takesOut.length > 0
                    ? 'going into the bowl next: '
                    : 'coming out of the bowl next: '}
                  <b className="text-over">
                    {groups.map((g) => `${g.where}, ${fastenerText(g)}`).join('; ')}
                  </b>
                </>
              ) : (
                'no screw moves in this step'
              )}
            </p>
          </div>
        </div>
      }
      actions={
        <>
          {!here && goOn ? (
            <MainAction words={goOn.words} go={goOn.go} busy={busy} />
          ) : (
            <Button kind="main" keyName="Space" onClick={done} disabled={busy || !done}>
              Done, next step
            </Button>
          )}
          <Button keyName="Backspace" onClick={back} disabled={busy || !back}>
            Back
          </Button>
          <Button keyName="S" onClick={stuck} disabled={!stuck}>
            Stuck
          </Button>
          <Button keyName="N" onClick={openNote}>
            Note
          </Button>
          <Button kind="quiet" aria-pressed={aloud.isOn} onClick={aloud.turn} disabled={!aloud.canSpeak}>
            {aloud.canSpeak ? (aloud.isOn ? 'Stop reading aloud' : 'Read aloud') : 'No voice on this machine'}
          </Button>
        </>
      }
      say={
        awake === 'cannot'
          ? 'This browser lets the screen go dark: set the tablet to stay on.'
          : 'Any pedal that sends Space works; a held one repeats nothing.'
      }
    >
      {hold && (
        <HoldNotice hold={hold} override={<WalkPast hold={hold} act={act} busy={busy} />}>
          <HoldRemedy
            hold={hold}
            act={act}
            busy={busy}
            limitPercent={view.profile.opening.chargeBelowPercent}
          />
        </HoldNotice>
      )}
      {station === 'open' && <WorkQuestions view={view} act={act} />}
      {here ? (
        <section aria-live="polite" className="rounded-2xl border bg-surface p-5">
          <p className="flex gap-3 text-[15px] text-soft">
            <span className="figures">
              {number} of {stepsHere}
            </span>
            <span>about {showDuration(here.minutes * 60)}</span>
            <span>{showDuration(minutesLeft * 60)} left here</span>
            <span className="ml-auto">{since && <Stopwatch since={since} />}</span>
          </p>
          <h2 className="mt-2 text-[clamp(26px,3vw,34px)] leading-[1.12]">{here.title}</h2>
          <p className="mt-3 text-[18px] leading-snug">{here.how}</p>
          <div className="mt-3 flex flex-wrap gap-2 text-[15px]">
            {here.tool && (
              <span className="rounded-full bg-info-ground px-3 py-1 font-semibold text-info">
                {here.tool}
              </span>
            )}
            {groups.map((g) => (
              <span key={g.id} className="rounded-full bg-info-ground px-3 py-1 font-semibold text-info">
                {fastenerText(g)}
              </span>
            ))}
            {here.caution && (
              <span className="rounded-full bg-tight-ground px-3 py-1 font-semibold text-tight">
                {here.caution}
              </span>
            )}
          </div>
          <StepDetails act={here} procedure={view.profile.procedure} />
          {stuckAt === here.id && (
            <div role="status" className="mt-4 rounded-xl bg-sunken p-4">
              <b>Stuck: never force it.</b>{' '}
              {here.stuck ??
                'Stop. Count the screws in the bowl against the list, look for one more, a clip or an angle; then the step before this one again.'}
              <div className="mt-3">
                <Button
                  disabled={busy || factValue(view.facts, 'battery.swollen') === true}
                  onClick={() => void act({ kind: 'observe', fact: 'battery.swollen', value: true })}
                >
                  The battery bulges: stop
                </Button>
              </div>
              <LostFastener groups={groups} act={act} busy={busy} />
            </div>
          )}
        </section>
      ) : (
        <Card title={finished ? 'All steps here are done' : 'Not yet'}>
          {finished
            ? 'Go on to the next station on the cord.'
            : next
              ? `First: ${next.title}.`
              : 'The stations before this one come first.'}
        </Card>
      )}
      <SafeToTouch view={view} />
      <div className="hidden rounded-2xl border bg-surface px-4 py-2 lg:block">
        <StepList acts={acts} hereId={here?.id ?? null} />
      </div>
    </StationFrame>
  );
}

/** The hold that stops the next act: what the server would refuse, shown before it is pressed. */
function stationHoldFor(view: StationProps['view'], station: HandStation, touchesBoard: boolean) {
  const stops = [
    ...(station === 'open' ? ['opening'] : []),
    ...(station === 'swap' ? ['swap'] : []),
    ...(touchesBoard ? ['board'] : []),
  ];
  return view.holds.find((hold) => hold.stops.some((stop) => stops.includes(stop))) ?? null;
}
