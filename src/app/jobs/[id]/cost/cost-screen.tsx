'use client';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { newRequestId, post } from '@/app/call';
import { Shell } from '@/app/shell';
import type { ActRequest } from '@/core/acts';
import type { JobChange, JobView } from '@/core/job-view';
import type { Fault } from '@/core/result';
import { showMoney } from '@/core/units';
import { Button } from '@/ui/button';
import { Choice } from '@/ui/choice';
import { Field } from '@/ui/field';
import { MainAction } from '@/ui/main-action';
import { FaultNotice } from '@/ui/notice';
import { QuotePaper } from '@/ui/quote-paper';
import { Card, StationFrame } from '@/ui/station-frame';

/** What this job costs: a quote before, the final account after, each as it was issued; printed as shown. */
export function CostScreen({ view }: { view: JobView }) {
  const router = useRouter();
  const { frame, profile } = view;
  const { settings } = frame;
  const [job, setJob] = useState(view.job);
  const [version, setVersion] = useState(view.version);
  const [kind, setKind] = useState<'quote' | 'final'>(view.job.proved ? 'final' : 'quote');
  const planned = Math.round(view.steps.reduce((sum, { minutes }) => sum + minutes, 0));
  const [minutes, setMinutes] = useState(String(planned));
  const [shown, setShown] = useState<string | null>(null);
  const [fault, setFault] = useState<Fault | null>(null);
  const [busy, setBusy] = useState(false);
  const asked = Number(minutes);
  const isWhole = /^\d{1,4}$/u.test(minutes.trim());
  const paper = job.quotes.find(({ number }) => number === shown) ?? job.quotes.at(-1) ?? null;
  const hasRates = settings.money != null;
  const issue = async () => {
    setBusy(true);
    const request: ActRequest = {
      version,
      act: { kind: 'quote', final: kind === 'final', minutes: asked },
      requestId: newRequestId(),
    };
    const done = await post<JobChange>(`/api/jobs/${job.id}/acts`, request);
    setBusy(false);
    setFault(done.ok ? null : done.fault);
    if (!done.ok) return;
    setVersion(done.value.version);
    setJob(done.value.job);
    setShown(done.value.job.quotes.at(-1)?.number ?? null);
  };
  return (
    <Shell frame={frame} at="job">
      <header data-print="no" className="border-b bg-surface px-5 py-3">
        <h1 className="text-[1.5625rem]">What it costs</h1>
        <p className="text-soft">
          {job.id} · {profile.maker} {profile.name}
        </p>
      </header>
      <StationFrame
        aside={
          <>
            <h2 className="mb-1 text-[1.0625rem]">Issued</h2>
            {job.quotes.length === 0 && <p className="text-soft">Nothing yet.</p>}
            <ul>
              {job.quotes.map((quote) => (
                <li key={quote.number ?? quote.at} className="border-b border-dashed py-1 last:border-0">
                  <button
                    type="button"
                    className="flex min-h-11 w-full items-center gap-3 text-left hover:underline"
                    aria-pressed={quote === paper}
                    onClick={() => setShown(quote.number)}
                  >
                    <b className="figures">{quote.number}</b>
                    <span>{quote.kind === 'quote' ? 'quote' : 'final'}</span>
                    <span className="figures ml-auto">
                      {showMoney({ minor: quote.totalMinor, currency: quote.currency }, settings.locale)}
                    </span>
                  </button>
                </li>
              ))}
            </ul>
          </>
        }
        actions={
          <>
            <MainAction
              words={kind === 'final' ? 'Issue the final account' : 'Issue the quote'}
              go={hasRates && isWhole && job.choice ? () => void issue() : null}
              busy={busy}
            />
            <Button disabled={!paper} onClick={() => window.print()}>
              Print it
            </Button>
            <Button onClick={() => router.push(`/jobs/${job.id}/${view.current}`)}>Back to the job</Button>
          </>
        }
        say="Issued, it has its number and is not changed any more; another takes its place."
      >
        {fault && <FaultNotice fault={fault} />}
        {!hasRates && (
          <Card title="Nobody has said what work costs here">
            Enter an hour’s price, taxes and rounding at{' '}
            <Link href="/workshop" className="font-semibold underline underline-offset-4">
              Workshop
            </Link>
            .
          </Card>
        )}
        {!job.choice && (
          <Card title="No drive is chosen yet">Choose one at Fit: its price is part of it.</Card>
        )}
        <div data-print="no">
          <Card title="Work" hint={`${planned} min as its steps usually take`}>
            <div className="flex flex-wrap items-end gap-4">
              <Choice
                legend="Which paper?"
                value={kind}
                onChange={setKind}
                options={[
                  { value: 'quote', label: 'Quote', hint: 'before the work' },
                  { value: 'final', label: 'Final account', hint: 'after the proof' },
                ]}
              />
              <Field
                label="Minutes of work"
                className="w-40"
                inputMode="numeric"
                value={minutes}
                error={isWhole ? undefined : 'Type whole minutes.'}
                onChange={({ target }) => setMinutes(target.value)}
              />
            </div>
          </Card>
        </div>
        {paper && <QuotePaper quote={paper} view={{ ...view, job }} />}
      </StationFrame>
    </Shell>
  );
}
