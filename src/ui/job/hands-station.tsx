'use client';
import dynamic from 'next/dynamic';
import { useState } from 'react';
import { chargeLimitOf } from '@/core/job';
import { type HandStation, isTrue, measureStepId, overrideFact } from '@/core/work';
import { Button } from '../button';
import { MainAction } from '../main-action';
import { HoldNotice } from '../notice';
import { Card, StationFrame } from '../station-frame';
import { useKeys } from '../use-keys';
import { useReadAloud } from '../use-read-aloud';
import { useWakeLock } from '../use-wake-lock';
import { AgainCard, AgainNotice } from './again-card';
import { Alongside } from './alongside';
import { BowlAside } from './bowl-aside';
import { HoldRemedy } from './hold-remedy';
import { SafeToTouch } from './safe-to-touch';
import { StationCautions } from './station-cautions';
import type { StationProps } from './station-props';
import { LookRoundCard } from './look-round-card';
import { StepCard } from './step-card';
import { StepList } from './step-list';
import { useSecondsLeft } from './use-seconds-left';
import { OverrideForm } from './override-form';
import { WorkQuestions } from './work-questions';

const KeepCard = dynamic(() => import('./keep-card').then((m) => m.KeepCard), { loading: () => null });
const RevisionChoice = dynamic(() => import('./revision-choice').then((m) => m.RevisionChoice), {
  loading: () => null,
});
// It stands below what the hands do: loaded once that is there.
const KitCard = dynamic(() => import('./kit-card').then((m) => m.KitCard), { ssr: false });

/** What do my hands do now? Open, swap and close from one engine; the bowl beside it. */
export function HandsStation({
  station,
  view,
  act,
  busy,
  openNote,
  removePhoto,
  keepRecording,
  keepTimes,
  goOn,
}: StationProps & { station: HandStation }) {
  const [stuckAt, setStuckAt] = useState<string | null>(null);
  // The step that was refused when it was pressed: pressed again, whoever does it is sure.
  const [askedAt, setAskedAt] = useState<string | null>(null);
  const steps = view.steps.filter((a) => a.station === station);
  const next = view.steps.find((a) => a.id === view.nextStepId) ?? null;
  const here = next?.station === station ? next : null;
  const finished = steps.every((a) => a.done);
  const boards = view.job.revisionId === null ? view.profile.revisions.map(({ name }) => name) : [];
  const hold = here ? view.nextHold : null;
  const waitS = useSecondsLeft(here ? view.waitUntil : null, view.frame.now);
  const mustTellBoard = here !== null && here.afterFork && view.job.revisionId === null;
  // The step itself asks for the measure; until it is entered there is nothing to call done.
  const unmeasured = view.holds.find(({ code }) => code === 'fit-unmeasured') ?? null;
  const mustMeasure =
    here?.id === measureStepId &&
    here.needs.length > 0 &&
    view.job.choice?.reason == null &&
    !isTrue(view.facts, overrideFact('fit-unmeasured'));
  const done =
    here && !hold && waitS === 0 && !mustTellBoard && !mustMeasure
      ? () =>
          void act({ kind: 'step', stepId: here.id, pressed: askedAt === here.id ? 'sure' : 'ask' }).then(
            (isDone) => setAskedAt(isDone ? null : here.id),
          )
      : undefined;
  const lastDone = [...view.steps].reverse().find((a) => a.done);
  const canGoBack = lastDone?.station === station && (here !== null || finished);
  const back = canGoBack ? () => void act({ kind: 'step-back' }) : undefined;
  const stuck = here ? () => setStuckAt(stuckAt === here.id ? null : here.id) : undefined;
  useKeys({ Space: done, Backspace: back, s: stuck, n: openNote }, view.frame.settings.singleKeys);
  const awake = useWakeLock();
  const aloud = useReadAloud(here ? `${here.title}. ${here.how} ${here.caution ?? ''}` : null);
  return (
    <StationFrame
      wideAside
      aside={
        <div className="grid gap-x-5 md:max-lg:grid-cols-[minmax(0,1fr)_360px]">
          {/* On an upright tablet the list stands beside the bowl, so that neither is out of sight. */}
          <div className="lg:hidden">
            <StepList steps={steps} hereId={here?.id ?? null} boards={boards} />
          </div>
          <BowlAside view={view} />
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
            Note, photo
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
      {view.job.openedAgain && <AgainNotice openedAgain={view.job.openedAgain} />}
      <StationCautions view={view} station={station} />
      {hold && (
        <HoldNotice hold={hold} override={<OverrideForm hold={hold} act={act} busy={busy} />}>
          <HoldRemedy
            hold={hold}
            act={act}
            busy={busy}
            limitPercent={chargeLimitOf(view.profile, view.job)}
            onDock={view.job.dock !== null}
            chargeSeen={view.job.chargeSeen}
            now={view.frame.now}
          />
        </HoldNotice>
      )}
      {here && mustTellBoard && !hold ? (
        <RevisionChoice view={view} act={act} />
      ) : here ? (
        <StepCard
          removePhoto={removePhoto}
          view={view}
          act={act}
          busy={busy}
          here={here}
          isStuck={stuckAt === here.id}
          waitS={waitS}
        />
      ) : (
        <Card title={finished ? 'All steps here are done' : 'Not yet'}>
          {finished
            ? goOn
              ? 'Enter goes on; Space does nothing here any more.'
              : 'Nothing more is to be done here.'
            : next
              ? `First: ${next.title}.`
              : 'The stations before this one come first.'}
        </Card>
      )}
      {((station === 'open' && finished) || (station === 'swap' && here)) && (
        <LookRoundCard view={view} act={act} busy={busy} />
      )}
      {station !== 'close' && <AgainCard view={view} act={act} busy={busy} />}
      {mustMeasure && unmeasured && (
        <HoldNotice hold={unmeasured} override={<OverrideForm hold={unmeasured} act={act} busy={busy} />} />
      )}
      {station === 'close' && finished && (
        <KeepCard view={view} keepRecording={keepRecording} keepTimes={keepTimes} />
      )}
      {station === 'open' && <WorkQuestions view={view} act={act} />}
      {station === 'open' && <KitCard view={view} />}
      {!hold && <Alongside view={view} act={act} busy={busy} />}
      <SafeToTouch view={view} />
      <div className="hidden rounded-2xl border bg-surface px-4 py-2 lg:block">
        <StepList steps={steps} hereId={here?.id ?? null} boards={boards} />
      </div>
    </StationFrame>
  );
}
