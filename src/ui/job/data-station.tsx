'use client';
import { useMemo, useState } from 'react';
import {
  type Layout,
  type LayoutWish,
  fillWish,
  forecastOperations,
  oldBytes,
  planLayout,
} from '@/core/disk';
import { type LayoutSource, chargeLimitOf, expectedSource, expectedTarget, mainPart } from '@/core/job';
import { bytesToCopy, copyAskedOf } from '@/core/job-view';
import { connections, passRates } from '@/core/link';
import { emptyWords } from '@/core/route';
import { factValue } from '@/core/work';
import { showBytes } from '@/core/units';
import { driveWords } from '../drive-words';
import { LayoutEditor } from '../layout/layout-editor';
import { OperationList } from '../layout/operation-list';
import { MainAction } from '../main-action';
import { FaultNotice, HoldNotice } from '../notice';
import { Card, StationFrame } from '../station-frame';
import { CopyForecast } from './copy-forecast';
import { HoldRemedy } from './hold-remedy';
import { type StationProps, showOptions } from './station-props';
import { ThingsLink } from './job-links';
import { WaysCard } from './ways-card';
import { canTurn, takeWay } from './take-way';

/** What was stated at take-in lies in the largest part, as good as all of it; the small ones are carried whole at most. */
function statedByPartition(layout: Layout, statedBytes: number | null): Record<number, number | null> {
  const main = mainPart(layout);
  return Object.fromEntries(
    layout.partitions.map((part) => [
      part.number,
      part === main ? statedBytes : Math.min(oldBytes(layout, part), systemPartBytes),
    ]),
  );
}

/** What a start or recovery part usually holds, where nothing was read yet: a named default. */
const systemPartBytes = 25e6;

const same = (a: LayoutWish, b: LayoutWish | null) => b !== null && JSON.stringify(a) === JSON.stringify(b);

/** Where does everything go, how long, is it safe? Laid out before the drive is out, and again to the sector on the dock. */
export function DataStation({ view, act, busy, goOn }: StationProps) {
  const { job, profile, drive, source: read } = view;
  const options = showOptions(view);
  const [wish, setWish] = useState<LayoutWish>(job.wish ?? fillWish);
  const [isBroken, setBroken] = useState(false);
  const statedBytes = job.takeIn.oldDrive?.usedBytes ?? null;
  const expected = useMemo(() => expectedSource(profile, job), [profile, job]);
  const source: LayoutSource | null = useMemo(
    () => (read?.table ? { table: read.table, rules: read.rules } : expected.ok ? expected.value : null),
    [read, expected],
  );
  const target = useMemo(() => job.dock?.new ?? (drive && expectedTarget(drive)), [job.dock, drive]);
  const begun = factValue(view.facts, 'copy.begun') === true;
  const isLater = !source && !expected.ok && expected.fault.code === 'parts-unknown';
  const accepted = same(wish, job.wish) && (view.layout !== null || isLater);
  const planned = useMemo(
    () => (source && target ? planLayout(source.table, target, wish, source.rules) : null),
    [source, target, wish],
  );
  const can = planned?.ok ?? (isLater && target !== null);
  const bytes = bytesToCopy(job, read);
  const asked = useMemo(
    () => (bytes === null ? null : copyAskedOf(job, profile, { drive, cases: view.cases, bytes })),
    [job, profile, drive, view.cases, bytes],
  );
  const ways = useMemo(() => (asked ? connections(asked) : []), [asked]);
  const best = ways.find(({ back }) => back !== null) ?? null;
  // A simulated drive holds less than was stated: in practice the list is of what was stated, as the forecast is.
  const used = read && !(job.takeIn.practice && statedBytes !== null) ? read.usedByPartition : null;
  const operations = useMemo(
    () =>
      planned?.ok && source
        ? forecastOperations(
            planned.value,
            source.rules,
            used ?? statedByPartition(planned.value, statedBytes),
            best && bytes ? passRates(bytes, best) : null,
          )
        : null,
    [planned, source, used, statedBytes, best, bytes],
  );
  const accept = () => void act({ kind: 'lay-out', wish });
  const encryption = view.holds.find(({ code }) => code === 'encryption');
  return (
    <StationFrame
      aside={
        <div className="flex flex-col gap-4">
          {asked === null ? (
            <p>
              {job.takeIn.oldDrive
                ? 'How full the old drive is has not been stated: the time of a copy is not known.'
                : emptyWords}
            </p>
          ) : (
            <CopyForecast asked={asked} ways={ways} now={view.frame.now} show={options} />
          )}
          {encryption ? (
            <HoldNotice hold={encryption}>
              <HoldRemedy
                hold={encryption}
                act={act}
                busy={busy}
                limitPercent={chargeLimitOf(profile, job)}
              />
            </HoldNotice>
          ) : (
            <p className="text-[0.875rem]">
              <b className="text-clear">Nothing is sealed.</b> Encryption is off: the partitions can be copied
              by used blocks, moved and grown.
            </p>
          )}
          <p className="text-[0.875rem] text-soft">
            {read && used === null
              ? `What is in use was stated at take-in; the simulated drive holds ${showBytes(read.usedBytes, options)}.`
              : read
                ? 'What is in use was read on the dock.'
                : 'What is in use was stated at take-in; it is read when the old drive lies on the dock.'}
          </p>
        </div>
      }
      actions={
        (accepted || begun) && goOn ? (
          <MainAction words={goOn.words} go={goOn.go} busy={busy} />
        ) : (
          <MainAction
            words={isLater ? 'Plan it when the old drive is read' : 'Accept this layout'}
            go={!begun && can && !accepted && !isBroken ? accept : null}
            busy={busy}
          />
        )
      }
      say={
        begun
          ? 'The copy has begun: the layout stands.'
          : 'Everything starts on a 1 MiB line. It is checked again, to the sector, when the old drive lies on the dock.'
      }
    >
      <WaysCard ways={view.ways} taken={job.route} onTake={canTurn(view) ? takeWay(act) : undefined} />
      <ThingsLink job={view.job} />
      {!drive && (
        <Card title="No drive is chosen yet">Choose one at Fit; the layout follows from its size.</Card>
      )}
      {drive && (
        <Card
          title="Where each partition goes"
          hint={read ? 'as read on the dock' : 'as delivered, sizes by label'}
        >
          {source && target ? (
            <LayoutEditor
              source={source}
              target={target}
              wish={wish}
              onWish={begun ? undefined : setWish}
              onBroken={setBroken}
              usedByPartition={read?.usedByPartition ?? null}
              oldLabel={driveWords(
                {
                  which: 'old',
                  benchLabel: job.dock?.old.benchLabel,
                  bytes: source.table.driveSectors * source.table.sectorBytes,
                },
                options,
              )}
              newLabel={driveWords(
                {
                  which: 'new',
                  model: drive.model,
                  benchLabel: job.dock?.new.benchLabel,
                  bytes: target.sectors * target.sectorBytes,
                },
                options,
              )}
              locale={options.locale}
            />
          ) : (
            !expected.ok && <FaultNotice fault={expected.fault} />
          )}
          {view.layoutFault && !isLater && <FaultNotice fault={view.layoutFault} />}
        </Card>
      )}
      {operations && planned?.ok && (
        <OperationList
          layout={planned.value}
          operations={operations}
          whole={best?.whole ?? null}
          locale={options.locale}
        />
      )}
    </StationFrame>
  );
}
