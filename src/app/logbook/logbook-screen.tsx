'use client';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useEffect, useRef, useState } from 'react';
import { getJson, post } from '@/app/call';
import { Shell } from '@/app/shell';
import type { FrameView } from '@/core/job-view';
import { type LogbookLine, type LogbookQuery, linesOnPage } from '@/core/logbook';
import type { Fault } from '@/core/result';
import { Button } from '@/ui/button';
import { showDate } from '@/ui/clock';
import { LogbookFilters } from '@/ui/logbook-filters';
import { FaultNotice } from '@/ui/notice';
import { SavedViews } from '@/ui/saved-views';

type Answer = { lines: LogbookLine[]; count: number };

const paramsOf = (query: LogbookQuery): string =>
  new URLSearchParams(
    Object.entries(query).flatMap(([name, value]) => (value === '' ? [] : [[name, String(value)]])),
  ).toString();

/** What was ever done here: found by any word, filtered, as a file. The address keeps what is asked, so a view is saved as any page is. */
export function LogbookScreen({
  frame,
  devices,
  initial,
}: {
  frame: FrameView;
  devices: { id: string; name: string }[];
  initial: Answer & { query: LogbookQuery };
}) {
  const router = useRouter();
  const [query, setQuery] = useState(initial.query);
  const [answer, setAnswer] = useState<Answer>(initial);
  const [fault, setFault] = useState<Fault | null>(null);
  const asked = useRef(paramsOf(initial.query));
  useEffect(() => {
    const params = paramsOf(query);
    if (params === asked.current) return;
    asked.current = params;
    window.history.replaceState(null, '', `/logbook?${params}`);
    void getJson<Answer>(`/api/logbook?${params}`).then((done) => {
      // An answer to what was typed before says nothing of this.
      if (asked.current !== params) return;
      setFault(done.ok ? null : done.fault);
      if (done.ok) setAnswer(done.value);
    });
  }, [query]);
  const change = (part: Partial<LogbookQuery>) => setQuery({ ...query, page: 0, ...part });
  const [views, setViews] = useState(frame.settings.logbookViews);
  const keepViews = async (logbookViews: typeof views) => {
    const done = await post('/api/workshop', { logbookViews });
    setFault(done.ok ? null : done.fault);
    if (done.ok) setViews(logbookViews);
  };
  const pages = Math.ceil(answer.count / linesOnPage);
  const file =
    'inline-flex min-h-11 items-center rounded-xl border border-line-strong bg-surface px-4 font-semibold hover:bg-sunken';
  return (
    <Shell frame={frame} at="logbook">
      <header className="flex flex-wrap items-baseline gap-x-4 border-b bg-surface px-5 py-3.5">
        <h1 className="text-[1.625rem]">Logbook</h1>
        <p role="status" className="text-soft">
          {answer.count === 1 ? '1 job' : `${answer.count} jobs`}
        </p>
        <span className="ml-auto flex flex-wrap gap-2">
          <SavedViews
            views={views}
            params={paramsOf({ ...query, page: 0 })}
            onPick={(params) => router.push(`/logbook?${params}`)}
            onChange={(wanted) => void keepViews(wanted)}
          />
          <Link className={file} href="/learned">
            What it taught
          </Link>
          <a className={file} href={`/api/logbook?${paramsOf(query)}&as=csv`} download>
            CSV
          </a>
          <a className={file} href={`/api/logbook?${paramsOf(query)}&as=json`} download>
            JSON
          </a>
        </span>
      </header>
      <main className="min-h-0 flex-1 overflow-y-auto px-5 py-4">
        <LogbookFilters query={query} devices={devices} onChange={change} />
        {fault && <FaultNotice fault={fault} />}
        {answer.lines.length === 0 ? (
          <p className="mt-6 text-soft">
            {initial.count === 0 && query.q === ''
              ? 'Nothing was taken in yet: the first job stands here from its first minute on.'
              : 'No job has all of these words. Fewer words, or another state, find more.'}
          </p>
        ) : (
          <ul className="mt-3">
            {answer.lines.map((line) => (
              <li key={line.id} className="border-b border-dashed last:border-0">
                <Link
                  href={`/jobs/${line.id}`}
                  className="grid min-h-11 grid-cols-[84px_minmax(0,1fr)] items-center gap-x-4 py-1.5 hover:bg-sunken md:grid-cols-[84px_minmax(0,1.2fr)_minmax(0,1.6fr)_minmax(0,1fr)_240px]"
                >
                  <span className="figures font-semibold">{line.id}</span>
                  <b className="truncate">{line.device ?? 'a device that is gone'}</b>
                  <span className="col-start-2 truncate md:col-start-auto" dir="auto">
                    {[line.place, line.owner].filter(Boolean).join(' · ')}
                  </span>
                  <span className="figures col-start-2 truncate text-soft md:col-start-auto">
                    {line.serial || 'no serial'}
                  </span>
                  <span className="col-start-2 text-[0.875rem] text-soft md:col-start-auto md:text-right">
                    {showDate(line.takenInAt, frame.settings)}
                    {line.handedOverAt ? ', through' : ', open'} · {line.who.join(' ')}
                  </span>
                </Link>
              </li>
            ))}
          </ul>
        )}
        {pages > 1 && (
          <p className="mt-4 flex items-center gap-3">
            <Button disabled={query.page === 0} onClick={() => change({ page: query.page - 1 })}>
              Newer
            </Button>
            <span className="text-soft">
              page {query.page + 1} of {pages}
            </span>
            <Button disabled={query.page + 1 >= pages} onClick={() => change({ page: query.page + 1 })}>
              Further
            </Button>
          </p>
        )}
      </main>
    </Shell>
  );
}
