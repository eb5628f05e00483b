'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { post } from '@/app/call';
import { LeaveGuard } from '@/app/leave-guard';
import { Shell } from '@/app/shell';
import { AddTechnician, StartHere } from '@/app/start-here';
import type { FrameView } from '@/core/job-view';
import type { Fault } from '@/core/result';
import { type Settings, type Technician, locales } from '@/core/workshop';
import { Button } from '@/ui/button';
import { BackupCard } from './backup-card';
import { Choice } from '@/ui/choice';
import { Field } from '@/ui/field';
import { MoneyForm } from '@/ui/money-form';
import { FaultNotice } from '@/ui/notice';
import { Card, StationFrame } from '@/ui/station-frame';
import { HoursField } from '@/ui/hours-field';
import { useKeys } from '@/ui/use-keys';

/** Who works here, and how this workshop counts: currency, language of numbers, time zone, pace of the simulated dock. */
export function WorkshopScreen({ frame, days }: { frame: FrameView; days: string[] }) {
  const router = useRouter();
  const [form, setForm] = useState<Settings>(frame.settings);
  const [fault, setFault] = useState<Fault | null>(null);
  const [saved, setSaved] = useState(false);
  const [isTyped, setTyped] = useState(false);
  const [isMoneyFaulty, setMoneyFaulty] = useState(false);
  const change = (part: Partial<Settings>) => {
    setSaved(false);
    setTyped(true);
    setForm({ ...form, ...part });
  };
  const save = async () => {
    const {
      workshop,
      currency,
      locale,
      timeZone,
      pace,
      singleKeys,
      prefersMakers,
      keepDrivesDays,
      sourcesOldAfterMonths,
      benchAir,
      money,
    } = form;
    if (isMoneyFaulty) {
      setFault({
        code: 'money',
        sentence: 'What work costs does not read yet; nothing was saved.',
        remedy: 'Correct what is marked.',
      });
      return;
    }
    const done = await post<Settings>('/api/workshop', {
      workshop,
      currency: currency.toUpperCase(),
      locale,
      timeZone,
      pace,
      singleKeys,
      keepDrivesDays,
      sourcesOldAfterMonths,
      benchAir,
      money: money ?? null,
      prefersMakers: prefersMakers.map((maker) => maker.trim()).filter(Boolean),
    });
    setFault(done.ok ? null : done.fault);
    setSaved(done.ok);
    if (!done.ok) return;
    setTyped(false);
    router.refresh();
  };
  const keepTechnician = async (technician: Technician) => {
    const done = await post<Technician>('/api/workshop/technicians', technician);
    setFault(done.ok ? null : done.fault);
    if (done.ok) router.refresh();
  };
  useKeys({ Enter: () => void save() });
  return (
    <Shell frame={frame} at="workshop">
      {isTyped && <LeaveGuard />}
      <div className="flex flex-wrap items-baseline gap-x-4 border-b bg-surface px-5 py-3.5">
        <h1 className="text-[1.625rem]">Workshop</h1>
        <p className="text-soft">who works here, and how it counts</p>
      </div>
      <StationFrame
        aside={
          <>
            <h2 className="mb-2 text-[1.0625rem]">Technicians</h2>
            <ul className="mb-4">
              {frame.technicians.map((technician) => {
                const { initials, name, mains, hours } = technician;
                return (
                  <li
                    key={initials}
                    className="flex gap-3 border-b border-dashed border-line py-1.5 last:border-0"
                  >
                    <b className="figures w-10 shrink-0">{initials}</b>
                    <span className="min-w-0 flex-1 break-words">
                      <span className="flex flex-wrap justify-between gap-x-3">
                        {name}
                        {frame.settings.working === initials && <span className="text-clear">working</span>}
                      </span>
                      <label className="flex min-h-11 cursor-pointer items-center gap-2 text-[0.8125rem] text-soft">
                        <input
                          type="checkbox"
                          className="size-5 accent-(--cochineal)"
                          checked={mains}
                          onChange={(event) =>
                            void keepTechnician({ ...technician, mains: event.target.checked })
                          }
                        />
                        trained for mains supplies
                      </label>
                      <HoursField
                        key={hours ?? 'usual'}
                        name={name}
                        hours={hours}
                        onKeep={(next) => void keepTechnician({ ...technician, hours: next })}
                      />
                    </span>
                  </li>
                );
              })}
            </ul>
            <AddTechnician />
          </>
        }
        actions={
          <Button kind="main" keyName="Enter" type="submit" form="settings">
            Save the settings
          </Button>
        }
        say={<span role="status">{saved ? 'Saved.' : ''}</span>}
      >
        {fault && <FaultNotice fault={fault} />}
        {!frame.hasProfiles && <StartHere frame={frame} />}
        <form
          id="settings"
          className="contents"
          onSubmit={(event) => {
            event.preventDefault();
            void save();
          }}
        >
          <Card>
            <div className="grid gap-4 md:grid-cols-2">
              <Field
                label="Name of the workshop"
                value={form.workshop}
                onChange={(e) => change({ workshop: e.target.value })}
              />
              <Field
                label="Currency"
                value={form.currency}
                onChange={(e) => change({ currency: e.target.value })}
                hint="three letters, such as EUR"
              />
              <Field
                label="Time zone"
                value={form.timeZone}
                onChange={(e) => change({ timeZone: e.target.value })}
                hint="such as Europe/Lisbon"
              />
              <Field
                label="Preferred makers"
                value={form.prefersMakers.join(', ')}
                onChange={(e) => change({ prefersMakers: e.target.value.split(/,\s?/u) })}
                hint="first where all else is equal, such as Ostrel, Pirrin"
              />
              <Field
                label="Keep simulated drives of finished jobs for"
                inputMode="numeric"
                value={String(form.keepDrivesDays)}
                onChange={(e) =>
                  change({ keepDrivesDays: Number(e.target.value.replace(/\D/gu, '').slice(0, 4)) })
                }
                hint="days after hand-over; then they are cleared"
              />
              <Field
                label="Sources are old after, months"
                inputMode="numeric"
                value={String(form.sourcesOldAfterMonths)}
                onChange={(e) =>
                  change({ sourcesOldAfterMonths: Number(e.target.value.replace(/\D/gu, '').slice(0, 3)) })
                }
                hint="their figures count on, and say so"
              />
              <Choice
                legend="Air at the bench"
                value={form.benchAir}
                onChange={(benchAir) => change({ benchAir })}
                options={[
                  { value: 'season-north', label: 'By the season, north' },
                  { value: 'season-south', label: 'By the season, south' },
                  { value: 'dry', label: 'Dry all year', hint: 'static at its worst' },
                  { value: 'humid', label: 'Humid all year' },
                ]}
              />
              <Choice
                legend="Numbers and dates"
                value={form.locale}
                onChange={(locale) => change({ locale })}
                options={locales.map((value) => ({ value, label: value }))}
              />
              <Choice
                legend="Pace of the simulated dock"
                value={form.pace}
                onChange={(pace) => change({ pace })}
                options={[
                  { value: 'true', label: 'True', hint: 'as long as at a bench' },
                  { value: 'x60', label: '×60' },
                  { value: 'free', label: 'As fast as it goes' },
                ]}
              />
              <Choice
                legend="Single letters as keys"
                value={form.singleKeys ? 'on' : 'off'}
                onChange={(value) => change({ singleKeys: value === 'on' })}
                options={[
                  { value: 'on', label: 'On' },
                  { value: 'off', label: 'Off', hint: 'for dictation' },
                ]}
              />
            </div>
          </Card>
          <MoneyForm
            money={form.money}
            currency={form.currency}
            onChange={(money) => {
              setMoneyFaulty(money === 'faulty');
              if (money !== 'faulty') change({ money });
            }}
          />
        </form>
        <BackupCard workshop={frame.settings.workshop} days={days} settings={frame.settings} />
      </StationFrame>
    </Shell>
  );
}
