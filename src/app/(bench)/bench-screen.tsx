'use client';
import dynamic from 'next/dynamic';
import { useRouter } from 'next/navigation';
import { useEffect } from 'react';
import type { BenchView } from '@/core/job-view';
import { BenchJobs } from '@/ui/bench/bench-jobs';
import { dayWords } from '@/ui/bench/day-words';
import { NextAct } from '@/ui/bench/next-act';
import { nextOf } from '@/ui/bench/next-of';
import { saveCalendar } from '@/ui/bench/save-calendar';
import { Slips } from '@/ui/bench/slips';
import { DueDrives, HandedOver } from '@/ui/bench/through';
import { usePlan } from '@/ui/bench/use-plan';
import { Button } from '@/ui/button';
import { showDay } from '@/ui/clock';
import { KeyCap } from '@/ui/key-cap';
import { FaultNotice } from '@/ui/notice';
import { UnreadJobs } from '@/ui/unread-rows';
import { useKeys } from '@/ui/use-keys';
import { Shell } from '@/app/shell';
import { StartHere } from '@/app/start-here';
import { useWorking } from '@/app/use-working';
import { usePins } from './use-pins';

// Dragging comes once there is a plan to drag in.
const DayList = dynamic(() => import('@/ui/bench/day-list').then((m) => m.DayList), { loading: () => null });
const DayLanes = dynamic(() => import('@/ui/bench/day-lanes').then((m) => m.DayLanes), {
  loading: () => null,
});

/** How often the bench is looked at anew: while a machine runs, and else, since the clock goes on and others work too. */
const whileBusyMs = 4000;
const elseMs = 30_000;

/** What do I pick up now? The day: the one next act, the lanes of hands and machines, and who waits for what. */
export function BenchScreen({ view }: { view: BenchView }) {
  const router = useRouter();
  const { picked } = useWorking();
  const { frame, day, cards } = view;
  const { settings, technicians, now } = frame;
  const show = { locale: settings.locale, timeZone: settings.timeZone };
  const { planned, isWorking, fault } = usePlan(cards.length > 0 ? day : null);
  const pins = usePins(view);
  const who = technicians.some(({ initials }) => initials === picked) ? picked : settings.working;
  const name = technicians.find(({ initials }) => initials === who)?.name ?? null;
  const next = planned && nextOf({ day, plan: planned.plan, cards, now, show }, who);
  // Where no plan can be made, whatever wants hands is as good as any.
  const anyone = fault && cards.find(({ column }) => column === 'ready' || column === 'hands');
  const goal = next ?? (anyone ? { jobId: anyone.id, station: anyone.station, title: anyone.next } : null);
  const takeIn = () => router.push('/jobs/new');
  const isPlanning = cards.length > 0 && !planned && !fault;
  const go = goal
    ? () => router.push(`/jobs/${goal.jobId}${goal.station ? `/${goal.station}` : ''}`)
    : isPlanning || !frame.hasProfiles
      ? undefined
      : takeIn;
  useKeys({ Enter: go, t: takeIn }, settings.singleKeys);
  const isBusy = cards.some(({ column }) => column === 'machine');
  useEffect(() => {
    const timer = setInterval(() => router.refresh(), isBusy ? whileBusyMs : elseMs);
    return () => clearInterval(timer);
  }, [isBusy, router]);
  return (
    <Shell frame={frame} at="bench">
      <header className="flex flex-wrap items-baseline gap-x-4 gap-y-1 border-b bg-surface px-5 py-3.5">
        <h1 className="text-[1.625rem]">{showDay(now, settings)}</h1>
        <p role="status" className="text-soft">
          {dayWords({
            count: cards.length,
            held: day.jobs.flatMap(({ id, held }) => (held === null ? [] : [id])),
            planned,
            now,
            show,
          })}
          {planned && isWorking && '; planning anew …'}
        </p>
        <div className="ml-auto flex flex-wrap gap-2 print:hidden">
          <Button
            keyName={settings.singleKeys ? 'T' : undefined}
            onClick={takeIn}
            disabled={!frame.hasProfiles}
          >
            Take in a device
          </Button>
        </div>
      </header>
      <main className="flex min-h-0 flex-1 flex-col gap-4 overflow-y-auto p-5 short:overflow-visible print:block">
        {technicians.length === 0 || !frame.hasProfiles ? (
          <StartHere frame={frame} />
        ) : (
          <>
            <UnreadJobs jobs={view.unread} />
            {fault && <FaultNotice fault={fault} />}
            {pins.fault && <FaultNotice fault={pins.fault} />}
            {view.loosePins.map((words) => (
              <p key={words} className="text-tight">
                {words} The plan does without that pin.
              </p>
            ))}
            {cards.length === 0 ? (
              <section className="rounded-2xl border bg-surface p-5">
                <h2 className="text-[1.625rem]">The bench is clear</h2>
                <p>Take in a device to begin.</p>
              </section>
            ) : (
              <>
                <NextAct
                  next={next}
                  card={cards.find(({ id }) => id === next?.jobId) ?? null}
                  name={name}
                  isPlanning={isPlanning}
                />
                {planned && (
                  <>
                    <DayLanes
                      day={day}
                      slots={planned.plan.slots}
                      pins={pins.pins}
                      now={now}
                      show={show}
                      onPin={pins.set}
                    >
                      <Button
                        kind="quiet"
                        disabled={!who}
                        onClick={() =>
                          who &&
                          void saveCalendar({
                            day,
                            plan: planned.plan,
                            now,
                            who,
                            workshop: settings.workshop,
                          })
                        }
                      >
                        My day as a calendar
                      </Button>
                      <Button kind="quiet" onClick={() => window.print()}>
                        Print
                      </Button>
                    </DayLanes>
                    <DayList day={day} slots={planned.plan.slots} now={now} show={show} />
                    <Slips day={day} slips={planned.slips} />
                  </>
                )}
                <BenchJobs day={day} cards={cards} planned={planned} now={now} show={show} />
              </>
            )}
            <DueDrives view={view} />
            <HandedOver view={view} />
          </>
        )}
      </main>
      <p role="status" className="sr-only">
        {pins.said}
      </p>
      <footer className="flex min-h-16 flex-wrap items-center gap-3 border-t bg-surface px-5 py-2 print:hidden">
        <Button kind="main" keyName="Enter" onClick={go} disabled={!go}>
          {goal ? `Go to ${goal.jobId}: ${goal.title}` : isPlanning ? 'Planning …' : 'Take in a device'}
        </Button>
        <p className="ml-auto text-soft max-sm:hidden">
          <KeyCap>/</KeyCap> find anything · <KeyCap>?</KeyCap> keys
        </p>
      </footer>
    </Shell>
  );
}
