'use client';
import { useRouter } from 'next/navigation';
import { useEffect } from 'react';
import type { BenchView } from '@/core/job-view';
import { stationNames } from '@/core/route';
import { Bench, DueDrives, HandedOver } from '@/ui/bench';
import { promiseWords } from '@/ui/promise-words';
import { Button } from '@/ui/button';
import { showDay } from '@/ui/clock';
import Link from '@/ui/link';
import { KeyCap } from '@/ui/key-cap';
import { UnreadJobs } from '@/ui/unread-rows';
import { useKeys } from '@/ui/use-keys';
import { Shell } from '@/app/shell';
import { StartHere } from '@/app/start-here';

/** What do I pick up now? */
export function BenchScreen({ view }: { view: BenchView }) {
  const router = useRouter();
  const { settings } = view.frame;
  // Ready ones go out first, then the promise decides among those that want hands.
  const next =
    view.cards.find((card) => card.column === 'ready') ??
    view.cards.find((card) => card.column === 'hands') ??
    null;
  const go = next ? () => router.push(`/jobs/${next.id}/${next.station}`) : undefined;
  const takeIn = () => router.push('/jobs/new');
  useKeys({ Enter: go ?? (view.frame.hasProfiles ? takeIn : undefined), t: takeIn }, settings.singleKeys);
  const busy = view.cards.some((card) => card.column === 'machine');
  useEffect(() => {
    if (!busy) return;
    const timer = setInterval(() => router.refresh(), 4000);
    return () => clearInterval(timer);
  }, [busy, router]);
  const late = view.cards.filter((card) => card.promise.verdict === 'over').length;
  return (
    <Shell frame={view.frame} at="bench">
      <div className="flex flex-wrap items-baseline gap-x-4 gap-y-1 border-b bg-surface px-5 py-3.5">
        <h1 className="text-[26px]">{showDay(view.frame.now, settings)}</h1>
        <p className="text-soft">
          {view.cards.length} {view.cards.length === 1 ? 'device' : 'devices'} on the bench
          {late > 0 ? ` · ${late} will be late` : view.cards.length > 0 ? ' · no promise is late' : ''}
        </p>
        <div className="ml-auto flex flex-wrap gap-2">
          {view.cards.length > 0 && (
            <Link
              href="/day"
              className="inline-flex min-h-11 items-center rounded-xl border border-line-strong bg-surface px-4 font-semibold hover:bg-sunken"
            >
              The day
            </Link>
          )}
          <Button
            keyName={settings.singleKeys ? 'T' : undefined}
            onClick={takeIn}
            disabled={!view.frame.hasProfiles}
          >
            Take in a device
          </Button>
        </div>
      </div>
      <main className="flex min-h-0 flex-1 flex-col gap-5 overflow-y-auto p-5">
        {view.frame.technicians.length === 0 || !view.frame.hasProfiles ? (
          <StartHere frame={view.frame} />
        ) : (
          <>
            <UnreadJobs jobs={view.unread} />
            {next && (
              <section className="rounded-2xl border bg-surface p-5">
                <p className="text-soft">
                  Pick up now · {stationNames[next.station]} · <span className="figures">{next.id}</span>
                </p>
                <h2 className="mt-1 text-[30px] leading-tight">{next.next}</h2>
                <p className="mt-1 text-[17px]" dir="auto">
                  {next.device}, {next.who}
                </p>
                <p className={next.promise.verdict === 'over' ? 'font-semibold text-over' : 'text-soft'}>
                  {promiseWords(next)}
                </p>
              </section>
            )}
            {view.cards.length === 0 && (
              <section className="rounded-2xl border bg-surface p-5">
                <h2 className="text-[26px]">The bench is clear</h2>
                <p>Take in a device to begin.</p>
              </section>
            )}
            <Bench view={view} pickedUp={next?.id ?? null} />
            <DueDrives view={view} />
            <HandedOver view={view} />
          </>
        )}
      </main>
      <div className="flex min-h-16 flex-wrap items-center gap-3 border-t bg-surface px-5 py-2">
        {next ? (
          <Button kind="main" keyName="Enter" onClick={go}>
            Go to {next.id}: {stationNames[next.station].toLowerCase()}
          </Button>
        ) : (
          <Button kind="main" keyName="Enter" onClick={takeIn} disabled={!view.frame.hasProfiles}>
            Take in a device
          </Button>
        )}
        <p className="ml-auto text-soft max-sm:hidden">
          <KeyCap>/</KeyCap> find anything · <KeyCap>?</KeyCap> keys
        </p>
      </div>
    </Shell>
  );
}
