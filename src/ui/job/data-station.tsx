'use client';
import { useMemo, useState } from 'react';
import { placedBytes } from '@/core/disk';
import { expectedLayout } from '@/core/job';
import { factValue } from '@/core/work';
import { parseDecimal, showBytes, showDuration, showRate } from '@/core/units';
import { Choice } from '../choice';
import { Field } from '../field';
import { MainAction } from '../main-action';
import { FaultNotice, HoldNotice } from '../notice';
import { Ribbons } from '../ribbons';
import { Card, StationFrame } from '../station-frame';
import { HoldRemedy } from './hold-remedy';
import { type StationProps, showOptions } from './station-props';

/** Where does everything go, how long, is it safe? Laid out before the drive is out, and again to the sector on the dock. */
export function DataStation({ view, act, busy, goOn }: StationProps) {
  const { job, profile, drive } = view;
  const options = showOptions(view);
  const [percent, setPercent] = useState(String(job.wish?.holdBackPercent ?? 0));
  const parsed = parseDecimal(percent);
  const holdBack = parsed.ok ? Math.min(50, parsed.value) : (job.wish?.holdBackPercent ?? 0);
  const preview = useMemo(
    () => (drive ? expectedLayout(profile, job, drive, holdBack) : null),
    [profile, job, drive, holdBack],
  );
  const begun = factValue(view.facts, 'copy.begun') === true;
  const accept = () => void act({ kind: 'lay-out', holdBackPercent: holdBack });
  const accepted = job.wish?.holdBackPercent === holdBack && view.layout !== null;
  const canAccept = !begun && Boolean(preview?.ok) && parsed.ok && !accepted;
  const encryption = view.holds.find(({ code }) => code === 'encryption');
  const layout =
    job.wish?.holdBackPercent === holdBack && view.layout ? view.layout : preview?.ok ? preview.value : null;
  const read = view.layoutOrigin === 'read';
  const used = view.source?.usedBytes ?? job.takeIn.oldDrive.usedBytes;
  return (
    <StationFrame
      aside={<CopyTime view={view} usedBytes={used} />}
      actions={
        (accepted || begun) && goOn ? (
          <MainAction words={goOn.words} go={goOn.go} busy={busy} />
        ) : (
          <MainAction words="Accept this layout" go={canAccept ? accept : null} busy={busy} />
        )
      }
      say={
        begun
          ? 'The copy has begun: the layout stands.'
          : 'Everything starts on a 1 MiB line. It is checked again, to the sector, when the old drive lies on the dock.'
      }
    >
      {!drive && (
        <Card title="No drive is chosen yet">Choose one at Fit; the layout follows from its size.</Card>
      )}
      {drive && (
        <Card
          title="Where each part goes"
          hint={read ? 'as read on the dock' : 'as delivered, sizes by label'}
          tools={
            <Choice
              legend="Share of the new drive kept free"
              hideLegend
              value={['0', '10'].includes(percent) ? percent : 'own'}
              onChange={(value) => setPercent(value === 'own' ? '5' : value)}
              options={[
                { value: '0', label: 'Fill the drive' },
                { value: '10', label: 'Hold 10 % back' },
                { value: 'own', label: 'Own share' },
              ]}
            />
          }
        >
          {!['0', '10'].includes(percent) && (
            <Field
              label="Held back, %"
              className="mb-2 w-40"
              value={percent}
              error={
                parsed.ok
                  ? parsed.value > 50
                    ? 'At most 50 %.'
                    : undefined
                  : `${parsed.fault.sentence} ${parsed.fault.remedy}`
              }
              onChange={(event) => setPercent(event.target.value)}
            />
          )}
          {layout && (
            <>
              <Ribbons
                layout={layout}
                usedByPart={view.source?.usedByPart ?? null}
                oldLabel={`old drive · ${showBytes(layout.sourceSectors * layout.sectorBytes, options)}`}
                newLabel={`new drive, ${drive.model} · ${showBytes(layout.targetSectors * layout.sectorBytes, options)}`}
                locale={options.locale}
              />
              <ol className="mt-2 grid gap-x-6 gap-y-1 text-[14px] md:grid-cols-2">
                {layout.parts.map((part) => (
                  <li key={part.number} className="flex items-baseline gap-2">
                    <b>{part.name}</b>
                    <span>{part.change}</span>
                    <span className="figures ml-auto">{showBytes(placedBytes(layout, part), options)}</span>
                    <span className="figures text-soft">
                      from sector {part.to.firstSector.toLocaleString(options.locale)}
                    </span>
                  </li>
                ))}
              </ol>
              {layout.growthStoppedBy && (
                <p className="mt-2 font-semibold text-tight">
                  Growth stops early: {layout.growthStoppedBy}. The rest stays unpartitioned.
                </p>
              )}
            </>
          )}
          {preview && !preview.ok && <FaultNotice fault={preview.fault} />}
          {view.layoutFault && <FaultNotice fault={view.layoutFault} />}
        </Card>
      )}
      {encryption ? (
        <HoldNotice hold={encryption}>
          <HoldRemedy
            hold={encryption}
            act={act}
            busy={busy}
            limitPercent={profile.opening.chargeBelowPercent}
          />
        </HoldNotice>
      ) : (
        <Card title="Nothing is sealed">
          Encryption is off: the parts can be copied by used blocks, moved and grown.
        </Card>
      )}
    </StationFrame>
  );
}

function CopyTime({ view, usedBytes }: { view: StationProps['view']; usedBytes: number | null }) {
  const { locale } = view.frame.settings;
  return (
    <>
      <h2 className="text-[17px]">How long the copy takes</h2>
      <p className="mb-2 text-[14px] text-soft">
        {usedBytes === null
          ? 'How full the old drive is has not been stated: the time is not known.'
          : `${showBytes(usedBytes, { locale })} in use${view.source ? ', read on the dock' : ', as stated at take-in'}; written, then all read back.`}
      </p>
      <ul>
        {view.cases.map((dockCase) => (
          <li key={dockCase.id} className="border-b border-dashed border-line py-2 last:border-0">
            <div className="flex items-baseline gap-2">
              <b>{dockCase.model}</b>
              <span className="text-soft">{dockCase.link}</span>
              <span className="figures ml-auto font-bold">
                {usedBytes === null ? '?' : showDuration((2 * usedBytes) / dockCase.rateBytesPerS)}
              </span>
            </div>
            <p className="text-[13px] text-soft">
              {showRate(dockCase.rateBytesPerS, locale)}: {dockCase.source}
            </p>
          </li>
        ))}
      </ul>
      <h2 className="mt-4 text-[17px]">The way across</h2>
      <p className="text-[14px]">
        <b>Copy on the dock.</b> Keeps everything: system, games, saved games, sign-ins. The old drive must be
        out, so it runs between Open and Swap. The old drive itself stays as it is: the way back.
      </p>
    </>
  );
}
