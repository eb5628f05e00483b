'use client';
import { lossesOfJob } from '@/core/job';
import { useState } from 'react';
import { isKept } from '@/core/margin';
import { isTrue } from '@/core/work';
import { driveWords } from '../drive-words';
import { Ribbons } from '../layout/ribbons';
import { MainAction } from '../main-action';
import { FaultNotice } from '../notice';
import { Card, StationFrame } from '../station-frame';
import { LossesCard } from './losses-card';
import { StickCard } from './stick-card';
import { StickElsewhere } from './stick-elsewhere';
import { type StationProps, showOptions } from './station-props';
import { canTurn, takeWay } from './take-way';
import { WayAside } from './way-aside';
import { ThingsLink } from './job-links';
import { WaysCard } from './ways-card';
import { CapacityCard } from './capacity-card';

/** Restored from a stick: is the image the right one, is the stick good, and what does the owner lose? */
export function StickDataStation({ view, act, busy, goOn }: StationProps) {
  const { job, profile } = view;
  const options = showOptions(view);
  const [reason, setReason] = useState('');
  /** The first stick that nothing speaks against. */
  const free = view.sticks.find(
    ({ content, margins, meantFor }) => content?.sha256 && !meantFor && margins.every(isKept),
  );
  const isReal = !job.takeIn.practice;
  const ready = isTrue(view.facts, 'stick.ready') && (isReal || job.stick !== null);
  return (
    <StationFrame
      aside={
        <WayAside
          way={profile.ways?.stick}
          loses={lossesOfJob(job, profile)}
          keeping={
            job.takeIn.dataToKeep
              ? 'The owner wants the data kept: the old drive stays untouched, and what must be on the new one is saved elsewhere first.'
              : undefined
          }
        />
      }
      actions={
        <MainAction
          words={ready && goOn ? goOn.words : free && !isReal ? `Take ${free.label}` : 'Take a stick'}
          go={
            ready
              ? (goOn?.go ?? null)
              : free && !isReal
                ? () => void act({ kind: 'take-stick', label: free.label })
                : null
          }
          busy={busy}
        />
      }
      say={
        ready
          ? `${job.stick?.label ?? 'The stick'} is taken: keep it with the device.`
          : 'The device is opened only when a stick with the right image is ready.'
      }
    >
      <LossesCard view={view} act={act} busy={busy} />
      {isReal ? (
        <StickElsewhere act={act} busy={busy} />
      ) : (
        <StickCard view={view} act={act} busy={busy} reason={reason} onReason={setReason} />
      )}
      {view.layoutFault && <FaultNotice fault={view.layoutFault} />}
      {view.layout && (
        <Card title="Where each partition goes" hint="the device lays it out itself, from the image">
          <Ribbons
            layout={view.layout}
            usedByPartition={view.source?.usedByPartition ?? null}
            oldLabel={`image on ${job.stick?.label ?? 'the stick'}`}
            newLabel={driveWords({ which: 'new', model: view.drive?.model }, options)}
            locale={options.locale}
          />
        </Card>
      )}
      <WaysCard ways={view.ways} taken={job.route} onTake={canTurn(view) ? takeWay(act) : undefined} />
      <ThingsLink job={view.job} />
      {!job.takeIn.practice && <CapacityCard view={view} act={act} busy={busy} />}
    </StationFrame>
  );
}
