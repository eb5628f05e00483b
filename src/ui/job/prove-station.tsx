'use client';
import { useState } from 'react';
import {
  type ReadingName,
  isPlausible,
  mainPart,
  placeIdOf,
  readingsAsked,
  wasEncrypted,
  standsAgainst,
} from '@/core/job';
import { oldBytes, placedBytes } from '@/core/disk';
import { placeOf } from '@/core/device';
import { driveBytes } from '@/core/fit';
import { type Known, worstMargin } from '@/core/margin';
import type { Fault, Result } from '@/core/result';
import {
  type SizeHabit,
  parseDecimal,
  parseRate,
  parseShownSize,
  showBytes,
  showEstimate,
  showRate,
} from '@/core/units';
import { isTrue } from '@/core/work';
import { BowlSign } from '../bowl-sign';
import { Button } from '../button';
import { Field } from '../field';
import { MainAction } from '../main-action';
import { MarginList } from '../margin-list';
import { FaultNotice } from '../notice';
import { Card, StationFrame } from '../station-frame';
import { HealthCard } from './health-card';
import { NotPassedCard } from './not-passed-card';
import { type StationProps, showOptions } from './station-props';
import { UnseenForm } from './unseen-form';

type Typed = { name: ReadingName; placeholder: string; hint: string };

function parseReading(
  name: ReadingName,
  text: string,
  habit: SizeHabit,
): Result<{ value: number; spread: number }> {
  if (name === 'size-shown') return parseShownSize(text, habit);
  const parsed = name === 'read-test' ? parseRate(text) : parseDecimal(text);
  return parsed.ok ? { ok: true, value: { value: parsed.value, spread: 0 } } : parsed;
}

/** Did it work? Before and after on one scale, and what the device shows against what was to be expected. */
export function ProveStation({ view, act, busy, goOn }: StationProps) {
  const { job, profile, layout } = view;
  const { limits } = placeOf(profile, placeIdOf(job));
  const options = { ...showOptions(view), habit: profile.showsCapacity };
  const [texts, setTexts] = useState<Record<ReadingName, string>>({
    'size-shown': '',
    'read-test': '',
    'parts-shown': '',
  });
  const [fault, setFault] = useState<Fault | null>(null);
  // What was typed and can hardly be: entered again, it counts.
  const [odd, setOdd] = useState<ReadingName | null>(null);
  const started = isTrue(view.facts, 'device.started');
  const worst = worstMargin(view.prove)!;
  const proved = job.proved;
  const fields: Typed[] = [
    {
      name: 'size-shown',
      placeholder: profile.showsCapacity === 'binary' ? '1.82 TiB' : '1.82 TB',
      hint: habitWords[profile.showsCapacity],
    },
    {
      name: 'read-test',
      placeholder: '6 900 MB/s',
      hint: 'with its unit: Mbit/s and MB/s differ by eight',
    },
    { name: 'parts-shown', placeholder: '3', hint: 'a whole number' },
  ];
  const enter = async (name: ReadingName) => {
    const parsed = parseReading(name, texts[name], profile.showsCapacity);
    setFault(parsed.ok ? null : parsed.fault);
    if (!parsed.ok) return;
    const isOdd = !isPlausible(name, parsed.value.value, view.drive);
    setOdd(isOdd ? name : null);
    if (isOdd && odd !== name) return;
    const value = known(
      parsed.value.value,
      parsed.value.spread,
      `read on the device: ${texts[name].slice(0, 40)}`,
      view.frame.now,
    );
    if (await act({ kind: 'read', name, value })) setTexts({ ...texts, [name]: '' });
  };
  const simulated = job.lastStart?.readings ?? null;
  const takeOver = async () => {
    if (!simulated) return;
    const enterOne = (name: ReadingName, value: number) =>
      act({ kind: 'read', name, value: known(value, 0, 'shown by the simulated device', view.frame.now) });
    // One after another: each act is made on the job as the one before left it.
    for (const [name, value] of [
      ['size-shown', simulated.sizeShownBytes],
      ['read-test', simulated.readTestBytesPerS],
      ['parts-shown', simulated.parts],
    ] as const) {
      if (!(await enterOne(name, value))) return;
    }
  };
  const { blocking, acceptable } = standsAgainst(view.prove, job);
  const missingReading = blocking.some(({ verdict }) => verdict === 'unknown');
  const [reason, setReason] = useState('');
  const accepted = reason.trim().length >= 3 ? { reason: reason.trim() } : {};
  const canProve = started && blocking.length === 0 && (acceptable.length === 0 || 'reason' in accepted);
  const prove = canProve && !proved ? () => void act({ kind: 'prove', ...accepted }) : undefined;
  const take = simulated && missingReading && started ? () => void takeOver() : null;
  return (
    <StationFrame
      aside={
        <>
          <h2 className="mb-1 text-[17px]">Each against what was expected</h2>
          <MarginList margins={view.prove} options={options} />
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
            : `Still open: ${
                [...blocking, ...acceptable].map(({ what }) => what.toLowerCase()).join(', ') || 'nothing'
              }.`
      }
    >
      <section className="flex items-center gap-3">
        <BowlSign verdict={worst.verdict} use={worst.use} size={46} />
        <p className="font-display text-[21px] font-bold leading-tight">
          {proved
            ? 'Proved.'
            : worst.verdict === 'unknown'
              ? 'Not proved yet.'
              : worst.verdict === 'over'
                ? 'Not passed.'
                : 'It worked, as far as it was read.'}{' '}
          <span className="font-sans text-[15px] font-normal text-soft">
            {worst.verdict === 'unknown'
              ? `Missing: ${worst.what.toLowerCase()}`
              : `${worst.verdict === 'over' ? '' : 'Tightest: '}${worst.what.toLowerCase()}`}
          </span>
        </p>
      </section>
      {!proved && started && (
        <NotPassedCard
          failed={[...blocking, ...acceptable].filter(({ verdict }) => verdict === 'over')}
          acceptable={acceptable}
          hasOldDrive={job.takeIn.oldDrive !== null}
          reason={reason}
          onReason={setReason}
        />
      )}
      {!proved && started && wasEncrypted(view.history) && (
        <p role="status" className="font-semibold text-tight">
          Encryption was on before the work: look whether it is on again, or tell the owner to switch it on.
        </p>
      )}
      {layout && <BeforeAfter view={view} />}
      <Card title="Readings" hint="typed from the device’s own screens">
        <div className="grid gap-3 md:grid-cols-3">
          {fields.map(({ name, placeholder, hint }) => {
            const reading = job.readings[name];
            const margin = view.prove.find(({ id }) => id === name);
            return (
              <form
                key={name}
                onSubmit={(event) => {
                  event.preventDefault();
                  void enter(name);
                }}
              >
                <Field
                  label={readingsAsked[name].what}
                  placeholder={placeholder}
                  hint={hint}
                  value={texts[name]}
                  disabled={!started || proved}
                  onChange={(e) => setTexts({ ...texts, [name]: e.target.value })}
                />
                <div className="mt-2 flex items-center gap-2">
                  <Button type="submit" disabled={busy || !started || proved || texts[name] === ''}>
                    Enter
                  </Button>
                  {reading && margin && (
                    <span className="figures">{showEstimate(reading, margin.unit, options)}</span>
                  )}
                </div>
                {odd === name && (
                  <p role="alert" className="mt-2 text-[14px] font-semibold text-tight">
                    That is hardly possible for this drive: is the unit right? Enter it once more if it is
                    what stands there.
                  </p>
                )}
              </form>
            );
          })}
        </div>
        {started && !proved && <UnseenForm job={job} act={act} busy={busy} />}
        {fault && (
          <div className="mt-3">
            <FaultNotice fault={fault} />
          </div>
        )}
      </Card>
      <HealthCard view={view} act={act} busy={busy} />
      <p className="text-[14px] text-soft">
        Required of the drive here:{' '}
        {limits.readAtLeastBytesPerS.known
          ? showRate(limits.readAtLeastBytesPerS.value, options.locale)
          : 'not known'}
        . Keep the old drive until the owner is happy.
      </p>
    </StationFrame>
  );
}

const habitWords: Record<SizeHabit, string> = {
  decimal: 'this device counts in thousands',
  binary: 'this device shows GiB',
  'binary-called-decimal': 'this device counts in 1024s and says GB',
};

const known = (value: number, spread: number, note: string, at: string): Known => ({
  known: true,
  value,
  minus: spread,
  plus: spread,
  origin: { kind: 'reading', note, at: at.slice(0, 10) },
});

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
