'use client';
import { useRouter } from 'next/navigation';
import { useEffect } from 'react';
import { Shell } from '@/app/shell';
import type { DayView, Plan } from '@/core/day';
import type { FrameView } from '@/core/job-view';
import { Button } from '@/ui/button';
import { showMoment } from '@/ui/clock';
import { DayJobs } from '@/ui/day/day-jobs';
import { DayLanes } from '@/ui/day/day-lanes';
import { nextOf } from '@/ui/day/next-act';
import { saveCalendar } from '@/ui/day/save-calendar';
import { usePlan } from '@/ui/day/use-plan';
import Link from '@/ui/link';
import { MainAction } from '@/ui/main-action';
import { FaultNotice } from '@/ui/notice';
import { UnreadJobs } from '@/ui/unread-rows';
import { useWorking } from '@/app/use-working';

/** The plan is made anew this often: the clock goes on. */
const anewMs = 60_000;

/** What to pick up now so that all promises hold: the next act, the lanes of the day, and every job with its chance. */
export function DayScreen({ frame, view }: { frame: FrameView; view: DayView }) {
  const router = useRouter();
  const { picked } = useWorking();
  const { day, now, unread } = view;
  const { planned, isWorking, fault } = usePlan(day);
  useEffect(() => {
    const timer = setInterval(() => router.refresh(), anewMs);
    return () => clearInterval(timer);
  }, [router]);
  const { settings, technicians } = frame;
  const show = { locale: settings.locale, timeZone: settings.timeZone };
  const who = technicians.some(({ initials }) => initials === picked) ? picked : settings.working;
  const name = technicians.find(({ initials }) => initials === who)?.name ?? null;
  const next = planned && nextOf(day, planned.plan, who, now, show);
  const plan = planned?.plan ?? null;
  const late = planned?.chances.filter(({ holds }) => holds !== null && holds < 0.5).length ?? 0;
  const promised = planned?.chances.filter(({ holds }) => holds !== null).length ?? 0;
  const endAt = plan && new Date(Date.parse(now) + plan.endMin * 60_000).toISOString();
  const isEmpty = day.jobs.length === 0;
  return (
    <Shell frame={frame} at="bench">
      <header className="flex flex-wrap items-center gap-x-4 gap-y-2 border-b bg-surface px-5 py-3">
        <h1 className="text-[26px]">The day</h1>
        <p role="status" className="text-soft">
          {isEmpty
            ? 'Nothing is on the bench.'
            : plan && endAt
              ? `${doneWords(plan, showMoment(endAt, show))}${promised > 0 ? `; ${promised - late} of ${promised} promises likely hold` : ''}${isWorking ? '; planning anew …' : ''}`
              : 'Planning …'}
        </p>
        {!isEmpty && (
          <span className="ml-auto flex gap-2 print:hidden">
            <Button
              disabled={!plan || !who}
              onClick={() =>
                plan && who && void saveCalendar({ day, plan, now, who, workshop: settings.workshop })
              }
            >
              My day as a calendar
            </Button>
            <Button disabled={!plan} onClick={() => window.print()}>
              Print
            </Button>
          </span>
        )}
      </header>
      <main className="min-h-0 flex-1 overflow-y-auto px-5 py-4">
        {fault && <FaultNotice fault={fault} />}
        <UnreadJobs jobs={unread} />
        {isEmpty && (
          <p className="mt-6 text-soft">
            The day is planned from what the jobs on the bench still want.{' '}
            <Link href="/" className="font-semibold underline underline-offset-4">
              To the bench
            </Link>
          </p>
        )}
        {plan && !isEmpty && (
          <section className="mb-5 flex flex-wrap items-center gap-4 rounded-2xl border-2 border-line-strong bg-surface p-4 print:hidden">
            <div className="min-w-60 flex-1">
              <p className="text-[14px] text-soft">
                {name ? `Next for ${name}` : 'Pick who is working, at the left below'}
              </p>
              <p className="font-display text-[27px] font-bold leading-tight">
                {next ? next.title : 'Nothing for your hands by this plan'}
              </p>
              {next && <p className="text-soft">{next.hint}</p>}
            </div>
            {next && (
              <MainAction
                words={next.isNow ? 'Pick it up' : 'Look at it'}
                go={() => router.push(`/jobs/${next.jobId}`)}
                busy={false}
              />
            )}
          </section>
        )}
        {planned && !isEmpty && (
          <>
            <DayLanes day={day} slots={planned.plan.slots} now={now} show={show} />
            <DayJobs day={day} plan={planned.plan} chances={planned.chances} now={now} show={show} />
            <p className="mt-3 text-[14px] text-soft">
              Planned from usual minutes, or as this bench has learned them. Hours, rights and cases come from
              Workshop and Parts.
            </p>
          </>
        )}
      </main>
    </Shell>
  );
}

/** When all is done, and how far that is from the shortest day; what nobody here can do is said first. */
const doneWords = ({ gap, never, slots }: Plan, at: string): string =>
  gap === null
    ? `${never.length} ${never.length === 1 ? 'piece' : 'pieces'} of work nobody here can do${slots.length > 0 ? `; the rest is done ${at}` : ''}`
    : `All done ${at}, ${gapWords(gap)}`;

/** How far from the shortest day that can be. */
const gapWords = (gap: number): string =>
  gap < 0.005
    ? 'as short as it can be'
    : `at most ${Math.ceil(gap * 100)} % longer than the shortest that can be`;
