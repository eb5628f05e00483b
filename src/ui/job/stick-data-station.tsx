'use client';
import { useState } from 'react';
import { chargeLimitOf } from '@/core/job';
import { isKept } from '@/core/margin';
import { isTrue } from '@/core/work';
import { showDurationRange } from '@/core/units';
import { Ribbons } from '../layout/ribbons';
import { MainAction } from '../main-action';
import { FaultNotice, HoldNotice } from '../notice';
import { Card, StationFrame } from '../station-frame';
import { HoldRemedy } from './hold-remedy';
import { StickCard } from './stick-card';
import { type StationProps, showOptions } from './station-props';
import { canTurn, takeWay } from './take-way';
import { WalkPast } from './walk-past';
import { WaysCard } from './ways-card';

/** Restored from a stick: is the image the right one, is the stick good, and what does the owner lose? */
export function StickDataStation({ view, act, busy, goOn }: StationProps) {
  const { job, profile } = view;
  const options = showOptions(view);
  const [reason, setReason] = useState('');
  const way = profile.ways?.stick;
  const hold = view.holds.find(({ code }) => code === 'second-copy') ?? null;
  /** The first stick that nothing speaks against. */
  const free = view.sticks.find(
    ({ content, margins, meantFor }) => content?.sha256 && !meantFor && margins.every(isKept),
  );
  const ready = isTrue(view.facts, 'stick.ready') && job.stick !== null;
  return (
    <StationFrame
      aside={
        way?.possible ? (
          <div className="flex flex-col gap-4">
            <section>
              <h2 className="text-[17px]">The owner loses</h2>
              <ul className="list-disc pl-5">
                {way.loses.map((what) => (
                  <li key={what}>{what}</li>
                ))}
              </ul>
              {job.takeIn.dataToKeep && (
                <p className="mt-2 font-semibold text-tight">
                  The owner wants the data kept: the old drive stays untouched, and what must be on the new
                  one is saved elsewhere first.
                </p>
              )}
            </section>
            <section>
              <h2 className="text-[17px]">It takes</h2>
              <p>
                hands{' '}
                <b className="figures">{showDurationRange(way.hands.least * 60, way.hands.most * 60)}</b>,
                alone{' '}
                <b className="figures">{showDurationRange(way.alone.least * 60, way.alone.most * 60)}</b>
              </p>
              <p className="text-[14px] text-soft">At hand: {way.needs.join('; ')}.</p>
            </section>
          </div>
        ) : undefined
      }
      actions={
        <MainAction
          words={ready && goOn ? goOn.words : free ? `Take ${free.label}` : 'Take a stick'}
          go={
            ready
              ? (goOn?.go ?? null)
              : free
                ? () => void act({ kind: 'take-stick', label: free.label })
                : null
          }
          busy={busy}
        />
      }
      say={
        ready
          ? `${job.stick!.label} is taken: keep it with the device.`
          : 'The device is opened only when a stick with the right image is ready.'
      }
    >
      {hold && (
        <HoldNotice hold={hold} override={<WalkPast hold={hold} act={act} busy={busy} />}>
          <HoldRemedy hold={hold} act={act} busy={busy} limitPercent={chargeLimitOf(profile, job)} />
        </HoldNotice>
      )}
      <StickCard view={view} act={act} busy={busy} reason={reason} onReason={setReason} />
      {view.layoutFault && <FaultNotice fault={view.layoutFault} />}
      {view.layout && (
        <Card title="Where each part goes" hint="the device lays it out itself, from the image">
          <Ribbons
            layout={view.layout}
            usedByPart={view.source?.usedByPart ?? null}
            oldLabel={`image on ${job.stick?.label ?? 'the stick'}`}
            newLabel={`new drive, ${view.drive?.model ?? ''}`}
            locale={options.locale}
          />
        </Card>
      )}
      <WaysCard ways={view.ways} taken={job.route} onTake={canTurn(view) ? takeWay(act) : undefined} />
    </StationFrame>
  );
}
