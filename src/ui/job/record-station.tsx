'use client';
import { useState } from 'react';
import { chargeLimitOf } from '@/core/job';
import { type GoesFirst, type RecordedAct, type RecordedKind, recordedWords } from '@/core/teach';
import { factValue, holdOn } from '@/core/work';
import { Button } from '../button';
import { MainAction } from '../main-action';
import { HoldNotice } from '../notice';
import { StationFrame } from '../station-frame';
import { useKeys } from '../use-keys';
import { useWakeLock } from '../use-wake-lock';
import { BowlAside } from './bowl-aside';
import { HoldRemedy } from './hold-remedy';
import { OverrideForm } from './override-form';
import { RecordForm } from './record-form';
import { type KindButton, before, drawing, isAtOnce, none, opening } from './record-kinds';
import { SafeToTouch } from './safe-to-touch';
import { StationCautions } from './station-cautions';
import type { StationProps } from './station-props';
import { WayBackOrder } from './way-back-order';

const bare = (what: RecordedKind): RecordedAct => ({
  what,
  of: '',
  part: what === 'draw' ? 'drive' : 'other',
  count: 1,
  lengthMm: null,
  bit: null,
  latch: null,
  waitMinutes: null,
  note: '',
  staysOut: false,
});

/** Nobody has written down how this device is opened: what the hands do is recorded, one key an act, and the way back made from it. */
export function RecordStation({ view, act, busy, openNote }: StationProps) {
  const [kind, setKind] = useState<KindButton | null>(null);
  const [order, setOrder] = useState<GoesFirst[]>([]);
  useWakeLock();
  const { job, facts } = view;
  const acts = job.recording?.acts ?? [];
  const isDrawn = factValue(facts, 'drive.inserted') === false;
  const hold = holdOn(view.holds, ['opening']);
  const record = async (recorded: RecordedAct) => {
    if (await act({ kind: 'record', recorded })) setKind(null);
  };
  const press = (button: KindButton) => () =>
    isAtOnce(button.kind) ? void record(bare(button.kind)) : setKind(button);
  const end = isDrawn || job.takeIn.oldDrive === null ? () => void act({ kind: 'record-end', order }) : null;
  const undo = acts.length > 0 ? () => void act({ kind: 'record-undo' }) : undefined;
  const power = view.profile.procedure.power;
  const buttons = [
    ...before.filter(({ kind: one }) => power !== 'cell' || (one !== 'mains-out' && one !== 'wait')),
    ...opening,
    ...(power === 'cell-and-mains' ? none : []),
    drawing,
  ];
  useKeys(
    {
      ...Object.fromEntries(buttons.map((button) => [button.key, kind ? undefined : press(button)])),
      Backspace: kind ? undefined : undo,
      Escape: () => setKind(null),
      n: openNote,
    },
    view.frame.settings.singleKeys,
  );
  const lastScrew = acts.findLast(({ act: { bit } }) => bit !== null)?.act;
  return (
    <StationFrame
      wideAside
      aside={<BowlAside view={view} />}
      actions={
        <>
          <MainAction words="The drive is out: end the recording" go={kind ? null : end} busy={busy} />
          <Button keyName="Backspace" onClick={undo} disabled={busy || !undo}>
            Take the last one back
          </Button>
          <Button keyName="N" onClick={openNote}>
            Note, photo
          </Button>
        </>
      }
      say="The way back is made from what you record."
    >
      <StationCautions view={view} station="open" />
      {hold && (
        <HoldNotice hold={hold} override={<OverrideForm hold={hold} act={act} busy={busy} />}>
          <HoldRemedy hold={hold} act={act} busy={busy} limitPercent={chargeLimitOf(view.profile, job)} />
        </HoldNotice>
      )}
      {kind ? (
        <RecordForm
          key={kind.kind}
          kind={kind.kind}
          title={kind.words}
          busy={busy}
          last={{ bit: lastScrew?.bit ?? null, lengthMm: lastScrew?.lengthMm ?? null }}
          onRecord={(recorded) => void record(recorded)}
          onCancel={() => setKind(null)}
        />
      ) : (
        <section className="rounded-2xl border bg-surface p-5">
          <h2 className="text-[1.625rem] leading-tight">
            {acts.length === 0
              ? 'Nobody has written this device down: what did you do first?'
              : 'What did you do?'}
          </h2>
          <div className="mt-3 grid grid-cols-2 gap-2 sm:grid-cols-3 xl:grid-cols-4">
            {buttons.map((button) => (
              <Button
                key={button.kind}
                keyName={button.key.toUpperCase()}
                className="justify-between"
                disabled={busy || (button.kind === 'draw' && isDrawn)}
                onClick={press(button)}
              >
                {button.words}
              </Button>
            ))}
          </div>
        </section>
      )}
      <SafeToTouch view={view} />
      {end && job.recording && <WayBackOrder recording={job.recording} order={order} onOrder={setOrder} />}
      <section className="rounded-2xl border bg-surface px-4 py-3">
        <h2 className="text-[1.0625rem]">Recorded</h2>
        {acts.length === 0 ? (
          <p className="text-soft">Nothing yet. Begin with switching it off.</p>
        ) : (
          <ol className="text-[0.9375rem]">
            {acts.map(({ id, act: one }, i) => (
              <li key={id} className="border-b border-dashed py-1.5 last:border-0">
                <span className="figures text-soft">{i + 1}</span> {recordedWords(one)}
                {one.note && <span className="text-soft"> · {one.note}</span>}
                {one.staysOut && <b className="text-tight"> · stays out</b>}
                {view.photos.some(({ stepId }) => stepId === id) && (
                  <span className="text-info"> · photo</span>
                )}
              </li>
            ))}
          </ol>
        )}
      </section>
    </StationFrame>
  );
}
