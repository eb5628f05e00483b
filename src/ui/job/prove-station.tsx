'use client';
import dynamic from 'next/dynamic';
import { useState } from 'react';
import {
  functionMarginId,
  functionsAsked,
  isHeldAgainstNothing,
  leadsBack,
  mainPart,
  placeIdOf,
  standsAgainst,
  wasEncrypted,
} from '@/core/job';
import { oldBytes, placedBytes } from '@/core/disk';
import { type ReadingName, placeOf, proofsOf } from '@/core/device';
import { driveBytes } from '@/core/fit';
import { type Margin, worstMargin } from '@/core/margin';
import { showBytes, showRate } from '@/core/units';
import { isTrue } from '@/core/work';
import { BowlSign } from '../bowl-sign';
import { MainAction } from '../main-action';
import { MarginList } from '../margin-list';
import { Card, StationFrame } from '../station-frame';
import { AgainCard } from './again-card';
import { FunctionsCard } from './functions-card';
import { HealthCard } from './health-card';
import { UpdatesCard } from './updates-card';
import { BootEntriesCard } from './boot-entries-card';
import { NotPassedCard } from './not-passed-card';
import { ReadingsCard } from './readings-card';
import { readingOf } from './reading-of';
import { type StationProps, showOptions } from './station-props';

/** Did it work? Before and after on one scale, and what the device shows against what was to be expected. */
export function ProveStation({ view, act, busy, goOn }: StationProps) {
  const { job, profile, layout } = view;
  const { limits } = placeOf(profile, placeIdOf(job));
  const options = { ...showOptions(view), habit: profile.showsCapacity };
  const started = isTrue(view.facts, 'device.started');
  const isBack = leadsBack(job);
  const without = view.prove.filter((margin) => isHeldAgainstNothing(margin, job));
  const worst = worstMargin(view.prove.filter((margin) => !without.includes(margin)));
  const proved = job.proved;
  const simulated = job.lastStart?.readings ?? null;
  // What a person has read or tried already stands.
  const shown =
    simulated && !isBack
      ? proofsOf(profile).readings.flatMap((name) => {
          const value = shownBySimulated(name, simulated);
          return value === null || job.readings[name] ? [] : [{ name, value }];
        })
      : [];
  const untried = functionsAsked(profile, job).filter(
    ({ id }) => !job.functions.some((one) => one.id === id),
  );
  const takeOver = async () => {
    // One after another: each act is made on the job as the one before left it.
    for (const { name, value } of shown) {
      const load = name === 'drive-temperature' ? { load: { roomC: 24, minutes: 240 } } : {};
      const reading = readingOf(value, 0, 'shown by the simulated device', view.frame.now);
      if (!(await act({ kind: 'read', name, value: reading, ...load }))) return;
    }
    const note = 'shown by the simulated device';
    if (untried.length > 0)
      await act({ kind: 'functions', results: untried.map(({ id }) => ({ id, result: 'works', note })) });
  };
  const { blocking, acceptable } = standsAgainst(view.prove, job);
  const failed = started ? [...blocking, ...acceptable].filter(({ verdict }) => verdict === 'over') : [];
  const missingReading = blocking.some(({ verdict }) => verdict === 'unknown');
  const [reason, setReason] = useState('');
  const accepted = reason.trim().length >= 3 ? { reason: reason.trim() } : {};
  const canProve = started && blocking.length === 0 && (acceptable.length === 0 || 'reason' in accepted);
  const prove = canProve && !proved ? () => void act({ kind: 'prove', ...accepted }) : undefined;
  const canTake = simulated !== null && shown.length + untried.length > 0;
  const take = canTake && missingReading && started ? () => void takeOver() : null;
  return (
    <StationFrame
      aside={
        <>
          <h2 className="mb-1 text-[1.0625rem]">
            {isBack ? 'Nothing is measured of its old drive' : 'Each against what was expected'}
          </h2>
          {/* What was tried stands on its own card, beside how to try it. */}
          <MarginList
            margins={view.prove.filter((one) => !isFunction(one) || one.verdict === 'over')}
            options={options}
          />
        </>
      }
      actions={
        <>
          {proved && goOn ? (
            <MainAction words={goOn.words} go={goOn.go} busy={busy} />
          ) : take ? (
            <MainAction words="Take the simulated device’s readings" go={take} busy={busy} />
          ) : (
            <MainAction
              words={proved ? 'Proved' : 'Proved: close this station'}
              go={prove ?? null}
              busy={busy}
            />
          )}
        </>
      }
      say={
        !started
          ? 'The device has not started yet: switch it on at First power.'
          : proved
            ? 'Go on to Hand over.'
            : `Still open: ${firstFew([...blocking, ...acceptable].map(({ what }) => what.toLowerCase()))}.`
      }
    >
      {isBack && (
        <p className="font-semibold text-tight">
          Its old drive is in it again: tried is what worked before, nothing of the new drive.
        </p>
      )}
      <section className="flex items-center gap-3">
        {worst && <BowlSign verdict={worst.verdict} use={worst.use} size={46} />}
        <p className="font-display text-[1.3125rem] font-bold leading-tight">
          {proved
            ? 'Proved.'
            : !worst
              ? 'Nothing else is asked of it.'
              : worst.verdict === 'unknown'
                ? 'Not proved yet.'
                : worst.verdict === 'over'
                  ? 'Not passed.'
                  : 'It worked, as far as it was read.'}{' '}
          <span className="font-sans text-[0.9375rem] font-normal text-soft">
            {!worst
              ? ''
              : worst.verdict === 'unknown'
                ? `Missing: ${worst.what.toLowerCase()}`
                : `${worst.verdict === 'over' ? '' : 'Tightest: '}${worst.what.toLowerCase()}`}
          </span>
          {without.length > 0 && (
            <span className="block font-sans text-[0.9375rem] font-normal text-tight">
              Read, and held against nothing, since nobody knows its limit:{' '}
              {without.map(({ what }) => what.toLowerCase()).join(', ')}. The sheet says so.
            </span>
          )}
        </p>
      </section>
      {!proved && started && (
        <NotPassedCard failed={failed} acceptable={acceptable} reason={reason} onReason={setReason} />
      )}
      {!proved && started && wasEncrypted(view.history) && (
        <p role="status" className="font-semibold text-tight">
          Encryption was on before the work: look whether it is on again, or tell the owner to switch it on.
        </p>
      )}
      {!proved && failed.length > 0 && <AgainCard view={view} act={act} busy={busy} />}
      {layout && !isBack && <BeforeAfter view={view} />}
      {!isBack && <ReadingsCard view={view} act={act} busy={busy} isOpen={started && !proved} />}
      {(job.readings['read-test'] || job.readings['drive-temperature']) && <AgainstForecast view={view} />}
      <FunctionsCard view={view} act={act} busy={busy} isOpen={started && !proved} />
      <UpdatesCard view={view} act={act} busy={busy} isOpen={started && !proved} />
      {started && !proved && <BootEntriesCard view={view} act={act} busy={busy} when="after" />}
      <HealthCard view={view} act={act} busy={busy} />
      {!proved && started && failed.length === 0 && <AgainCard view={view} act={act} busy={busy} />}
      {!isBack && (
        <p className="text-[0.875rem] text-soft">
          Required of the drive here:{' '}
          {limits.readAtLeastBytesPerS.known
            ? showRate(limits.readAtLeastBytesPerS.value, options.locale)
            : 'not known'}
          . Keep the old drive until the owner is happy.
        </p>
      )}
    </StationFrame>
  );
}

// Only where something was read that can be held against a forecast: the thermal network comes with it.
const AgainstForecast = dynamic(() => import('./against-forecast').then((m) => m.AgainstForecast), {
  loading: () => null,
});

const isFunction = ({ id }: Margin) => id.startsWith(functionMarginId(''));

/** The first of a list, and how many more there are. */
const firstFew = (words: string[]): string =>
  words.length === 0
    ? 'nothing'
    : words.length <= 4
      ? words.join(', ')
      : `${words.slice(0, 3).join(', ')} and ${words.length - 3} more`;

type Simulated = NonNullable<NonNullable<StationProps['view']['job']['lastStart']>['readings']>;

/** What the simulated device showed of a reading; null where it shows none. */
const shownBySimulated = (name: ReadingName, shown: Simulated): number | null =>
  ({
    'size-shown': shown.sizeShownBytes,
    // A rate of nothing is none: so it was kept where nobody knew the link.
    'read-test': shown.readTestBytesPerS || null,
    'parts-shown': shown.parts,
    'write-test': shown.writeTestBytesPerS ?? null,
    'timed-copy': shown.timedCopyBytesPerS ?? null,
    'drive-temperature': shown.driveC ?? null,
  })[name];

function BeforeAfter({ view }: { view: StationProps['view'] }) {
  const { layout, job, profile } = view;
  if (!layout) return null;
  const main = mainPart(layout);
  const before = oldBytes(layout, main);
  const after = placedBytes(layout, main);
  const reading = job.readings['size-shown'];
  const whole = Math.max(
    job.takeIn.oldDrive ? driveBytes({ labelGB: job.takeIn.oldDrive.labelGB, sectorBytes: 512 }) : 0,
    layout.targetSectors * layout.sectorBytes,
  );
  const show = (bytes: number) =>
    showBytes(bytes, { habit: profile.showsCapacity, locale: view.frame.settings.locale });
  const rows = [
    ['before', before, 'bg-[var(--part-d)]'],
    ['planned', after, 'bg-info-fill'],
    ['shown by the device', reading?.value ?? null, 'bg-clear-fill'],
  ] as const;
  return (
    <Card title={`“${main.name}” before and after`} hint="on one scale, in the device’s own units">
      <dl className="flex flex-col gap-2">
        {rows.map(([name, bytes, fill]) => (
          <div key={name} className="grid grid-cols-[150px_1fr_100px] items-center gap-3">
            <dt>{name}</dt>
            <dd className="h-5 rounded bg-sunken" aria-hidden>
              {bytes !== null && (
                <div
                  className={`h-full rounded ${fill}`}
                  style={{ width: `${Math.min(100, (bytes / whole) * 100)}%` }}
                />
              )}
            </dd>
            <dd className="figures text-right font-bold">{bytes === null ? 'not read' : show(bytes)}</dd>
          </div>
        ))}
      </dl>
    </Card>
  );
}
