'use client';
import dynamic from 'next/dynamic';
import { useState } from 'react';
import { placeOf } from '@/core/device';
import { type TakeIn, chargeLimitOf, type jobReasons } from '@/core/job';
import { showBytes, showMoney } from '@/core/units';
import { type FactName, factValue } from '@/core/work';
import { Button } from '../button';
import { showMoment } from '../clock';
import { MainAction } from '../main-action';
import { HoldNotice } from '../notice';
import { Card, StationFrame } from '../station-frame';
import { useKeys } from '../use-keys';
import { BootEntriesCard } from './boot-entries-card';
import { CostLink } from './job-links';
import { HoldRemedy } from './hold-remedy';
import { OverrideForm } from './override-form';
import { PhotoStrip } from './photo-strip';
import { type StationProps, showOptions } from './station-props';

// Only whoever changes what was taken in needs the form.
const TakeInForm = dynamic(() => import('../take-in-form').then((m) => m.TakeInForm), {
  loading: () => null,
});

const oldDriveRows = (
  { oldDrive, dataToKeep }: TakeIn,
  options: ReturnType<typeof showOptions>,
): [string, string][] =>
  oldDrive
    ? [
        ['Old drive', `${oldDrive.formFactor}, ${showBytes(oldDrive.labelGB * 1e9, options)}`],
        ['In use', oldDrive.usedBytes === null ? 'not known' : showBytes(oldDrive.usedBytes, options)],
        ['Data to keep', dataToKeep ? 'yes' : 'no'],
      ]
    : [['Old drive', 'none: the place is empty']];

const reasonWords: Record<(typeof jobReasons)[number], string> = {
  full: 'it is full',
  failed: 'its drive failed',
  slow: 'it is slow',
  revival: 'it is to live again',
  'second-system': 'a second system',
};

const moreRows = ({ more }: TakeIn): [string, string][] =>
  more
    ? [
        ...(more.reason ? ([['Why it came', reasonWords[more.reason]]] as [string, string][]) : []),
        ...(more.guaranteeUntil ? ([['Guarantee until', more.guaranteeUntil]] as [string, string][]) : []),
        ...(more.account ? ([['Signed in as', more.account]] as [string, string][]) : []),
        ...(more.makerData ? ([['For the maker’s image', more.makerData]] as [string, string][]) : []),
        ...(more.oldKind
          ? ([['The old drive', more.oldKind === 'solid' ? 'solid state' : 'turns']] as [string, string][])
          : []),
      ]
    : [];

const words = { true: 'yes', false: 'no', null: 'not known' } as const;

/** What was taken in, what it holds up, and everything that happened since. */
export function TakeInStation({ view, askParts, act, busy, openNote, removePhoto, goOn }: StationProps) {
  const { job, profile } = view;
  const options = showOptions(view);
  const [amending, setAmending] = useState(false);
  useKeys({ n: amending ? undefined : openNote }, view.frame.settings.singleKeys);
  const opened = view.steps.some((a) => a.done);
  const { takeIn } = job;
  if (amending) {
    return (
      <TakeInForm
        profiles={[profile]}
        askParts={askParts}
        initial={takeIn}
        settings={view.frame.settings}
        now={view.frame.now}
        submitWords="Save the change"
        onSubmit={async (form) => {
          const done = await act({ kind: 'amend', takeIn: form });
          if (done) setAmending(false);
          return done;
        }}
        onCancel={() => setAmending(false)}
      />
    );
  }
  const fact = (name: FactName) => words[`${factValue(view.facts, name)}` as keyof typeof words];
  const rows: [string, string][] = [
    ['Owner', takeIn.owner],
    ['Place', takeIn.place || 'not given'],
    ['Serial number', takeIn.serial || 'not given'],
    ...(profile.places.length > 1
      ? ([['In the device', placeOf(profile, takeIn.placeId).name]] as [string, string][])
      : []),
    ['Wish', `${takeIn.wish}, ${showBytes(takeIn.wantedGB * 1e9, options)}`],
    ...(takeIn.budget ? ([['Budget', showMoney(takeIn.budget, options.locale)]] as [string, string][]) : []),
    ...oldDriveRows(takeIn, options),
    ...moreRows(takeIn),
    [
      'Encryption on',
      job.route === 'copy-on-dock'
        ? fact('encryption.on')
        : `${fact('encryption.on')}; not needed: this way carries no bytes of the old drive`,
    ],
    ['Card in the slot', fact('card.inserted')],
    ['Swollen', fact('battery.swollen')],
    ['Owner agrees to opening', fact('consent.given')],
    ['Charge', takeIn.chargePercent === null ? 'not known' : `${takeIn.chargePercent} %`],
  ];
  const early = view.holds.filter(({ code }) =>
    ['swollen', 'consent', 'guarantee', 'card', 'charge', 'encryption'].includes(code),
  );
  return (
    <StationFrame
      aside={
        <>
          <h2 className="mb-1 text-[1.0625rem]">What happened</h2>
          <ol>
            {[...view.history].reverse().map((entry, i) => (
              <li
                key={view.history.length - i}
                className="border-b border-dashed border-line py-1.5 text-[0.875rem] last:border-0"
              >
                <span className="figures text-soft">
                  {showMoment(entry.at, options)} {entry.by}
                </span>
                <span className="block break-words" dir="auto">
                  {entry.sentence}
                </span>
              </li>
            ))}
          </ol>
        </>
      }
      actions={
        <>
          {goOn && <MainAction words={goOn.words} go={goOn.go} busy={busy} />}
          <Button onClick={() => setAmending(true)} disabled={opened || busy}>
            Change what was taken in
          </Button>
          <Button keyName="N" onClick={openNote}>
            Note, photo
          </Button>
        </>
      }
      say={opened ? 'The device has been opened: what was taken in stands.' : undefined}
    >
      {early.length === 0 && (
        <Card title="Nothing holds this job up">
          Card, charge, encryption and consent are as they should be.
        </Card>
      )}
      {early.map((hold) => (
        <HoldNotice key={hold.code} hold={hold}>
          <HoldRemedy
            hold={hold}
            act={act}
            busy={busy}
            limitPercent={chargeLimitOf(profile, job)}
            chargeSeen={job.chargeSeen}
            now={view.frame.now}
          />
          {hold.code === 'guarantee' && <OverrideForm hold={hold} act={act} busy={busy} />}
        </HoldNotice>
      ))}
      <Card title="Taken in">
        <dl className="grid gap-x-8 gap-y-1.5 md:grid-cols-2">
          {rows.map(([name, value]) => (
            <div key={name} className="flex gap-3 border-b border-dashed border-line py-1">
              <dt className="w-40 shrink-0 text-soft">{name}</dt>
              <dd className="min-w-0 break-words font-semibold" dir="auto">
                {value}
              </dd>
            </div>
          ))}
        </dl>
        {takeIn.note && (
          <p className="mt-3 break-words" dir="auto">
            {takeIn.note}
          </p>
        )}
      </Card>
      <CostLink job={job} locale={view.frame.settings.locale} />
      {!opened && <BootEntriesCard view={view} act={act} busy={busy} when="before" />}
      {view.photos.length > 0 && (
        <Card title="Photos">
          <PhotoStrip
            photos={view.photos}
            settings={view.frame.settings}
            onRemove={(photo) => void removePhoto(photo)}
            busy={busy}
          />
        </Card>
      )}
      <Card title="Cautions">
        <ul className="list-disc space-y-1 pl-5 text-[0.875rem]">
          {profile.cautions.map((caution) => (
            <li key={caution}>{caution}</li>
          ))}
        </ul>
      </Card>
    </StationFrame>
  );
}
