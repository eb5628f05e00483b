'use client';
import Link from '@/ui/link';
import { useRouter } from 'next/navigation';
import { useCallback, useRef, useState } from 'react';
import { Shell } from '@/app/shell';
import { partKinds, protocols } from '@/core/part';
import type { FrameView } from '@/core/job-view';
import type { PartPage, PartQuery } from '@/server';
import { Button } from '@/ui/button';
import { FaultNotice } from '@/ui/notice';
import { kindWords } from '@/ui/parts/kind-words';
import { PartList } from '@/ui/parts/part-list';
import { UnreadRows } from '@/ui/unread-rows';
import { useKeys } from '@/ui/use-keys';
import { useParts } from './use-parts';

const sortWords: Record<PartQuery['sort'], string> = {
  name: 'by name',
  size: 'by capacity',
  price: 'by price',
  'price-per-gb': 'by price per GB',
  read: 'fastest first',
  shelf: 'shelf first',
};

const select = 'h-11 rounded-xl border border-line-strong bg-surface px-2';

/** What do I know of parts, how surely, since when? Search, filters, order, two to four side by side. */
export function PartsScreen({
  frame,
  initial,
}: {
  frame: FrameView;
  initial: { query: PartQuery; page: PartPage };
}) {
  const router = useRouter();
  const { settings } = frame;
  const { query, change, total, counts, unread, at, need, fault } = useParts(initial);
  const [compared, setCompared] = useState<string[]>([]);
  // The same function at every render, so that rows need not be drawn again.
  const tick = useCallback(
    (id: string, on: boolean) =>
      setCompared((ids) => (on ? [...ids, id].slice(-4) : ids.filter((other) => other !== id))),
    [],
  );
  const search = useRef<HTMLInputElement>(null);
  const compare = () => compared.length >= 2 && router.push(`/parts/compare?ids=${compared.join(',')}`);
  const add = () => router.push(`/parts/new?kind=${query.kind}`);
  useKeys({ a: add, c: () => void compare(), f: () => search.current?.focus() }, settings.singleKeys);
  const drives = query.kind === 'drive';
  const filtered =
    query.text !== '' ||
    query.protocol !== '' ||
    query.formFactor !== '' ||
    query.fromGB > 0 ||
    query.onShelf;
  return (
    <Shell frame={frame} at="parts">
      <div className="flex flex-wrap items-baseline gap-x-4 border-b bg-surface px-5 py-3">
        <h1 className="text-[1.625rem]">Parts</h1>
        <p className="text-soft">what fits is only as good as these figures</p>
        <nav aria-label="Kinds of parts" className="ml-auto flex flex-wrap gap-1">
          {partKinds.map((kind) => (
            <button
              key={kind}
              type="button"
              aria-pressed={query.kind === kind}
              onClick={() => {
                setCompared([]);
                change({ kind, protocol: '', formFactor: '', fromGB: 0 });
              }}
              className={`min-h-11 rounded-xl px-3 font-semibold ${query.kind === kind ? 'bg-sunken text-ink' : 'text-soft hover:bg-sunken'}`}
            >
              {kindWords[kind].many} <span className="figures text-[0.8125rem]">{counts[kind]}</span>
            </button>
          ))}
        </nav>
      </div>
      <main className="flex min-h-0 flex-1 flex-col gap-3 p-5">
        <UnreadRows
          rows={unread}
          one="A part"
          many="parts"
          href={(id) => `/api/parts/${encodeURIComponent(id)}?raw`}
        />
        <div className="flex flex-wrap items-center gap-2">
          <input
            ref={search}
            type="search"
            className="h-11 min-w-56 flex-1 rounded-xl border border-line-strong bg-surface px-3"
            aria-label="Search parts"
            placeholder={drives ? 'maker, model, size code, 2 tb' : 'maker, model'}
            value={query.text}
            onChange={(event) => change({ text: event.target.value })}
          />
          {drives && (
            <>
              <select
                className={select}
                aria-label="Protocol"
                value={query.protocol}
                onChange={(event) => change({ protocol: event.target.value })}
              >
                <option value="">any protocol</option>
                {protocols.map((name) => (
                  <option key={name}>{name}</option>
                ))}
              </select>
              <select
                className={select}
                aria-label="Form factor"
                value={query.formFactor}
                onChange={(event) => change({ formFactor: event.target.value })}
              >
                <option value="">any form factor</option>
                {['2230', '2242', '2280', '22110', '1.8-inch', '2.5-inch', '3.5-inch', 'card'].map((form) => (
                  <option key={form}>{form}</option>
                ))}
              </select>
              <select
                className={select}
                aria-label="Smallest capacity"
                value={query.fromGB}
                onChange={(event) => change({ fromGB: Number(event.target.value) })}
              >
                <option value={0}>any size</option>
                {[256, 500, 1000, 2000, 4000].map((gb) => (
                  <option key={gb} value={gb}>
                    from {gb >= 1000 ? `${gb / 1000} TB` : `${gb} GB`}
                  </option>
                ))}
              </select>
            </>
          )}
          <label className="flex min-h-11 items-center gap-2 px-1">
            <input
              type="checkbox"
              className="size-4 accent-(--cochineal)"
              checked={query.onShelf}
              onChange={(event) => change({ onShelf: event.target.checked })}
            />
            on the shelf
          </label>
          <select
            className={select}
            aria-label="Order"
            value={query.sort}
            onChange={(event) => change({ sort: event.target.value as PartQuery['sort'] })}
          >
            {(Object.keys(sortWords) as PartQuery['sort'][])
              .filter((sort) => drives || !['size', 'price-per-gb', 'read'].includes(sort))
              .map((sort) => (
                <option key={sort} value={sort}>
                  {sortWords[sort]}
                </option>
              ))}
          </select>
        </div>
        {fault && <FaultNotice fault={fault} />}
        {total === 0 ? (
          <div className="rounded-2xl border bg-surface p-5">
            <p className="font-semibold">
              {filtered
                ? 'Nothing here has all of these.'
                : `No ${kindWords[query.kind].many.toLowerCase()} yet.`}
            </p>
            <p className="text-soft">
              {filtered
                ? 'Take a word or a filter off.'
                : 'Add the first one, import a file, or bring the shipped catalogue in at Workshop.'}
            </p>
          </div>
        ) : (
          <PartList
            key={JSON.stringify({ ...query, offset: 0 })}
            total={total}
            at={at}
            onRange={need}
            compared={compared}
            onCompare={tick}
            locale={settings.locale}
            now={frame.now}
          />
        )}
      </main>
      <div
        data-print="no"
        className="flex min-h-16 flex-wrap items-center gap-x-3 gap-y-2 border-t bg-surface px-5 py-2"
      >
        <Button kind="main" keyName="A" onClick={add}>
          Add a {kindWords[query.kind].one}
        </Button>
        <Button keyName="C" disabled={compared.length < 2} onClick={() => void compare()}>
          Compare {compared.length > 0 ? compared.length : 'two to four'}
        </Button>
        <Link
          href={`/parts/import?kind=${query.kind}`}
          className="inline-flex min-h-11 items-center rounded-xl border border-line-strong px-4 font-semibold hover:bg-sunken"
        >
          Import
        </Link>
        <span className="text-[0.875rem]">
          Export{' '}
          <a
            className="inline-flex min-h-6 items-center font-semibold underline underline-offset-4"
            href={`/api/parts/export?kind=${query.kind}&format=csv`}
          >
            CSV
          </a>
          {' or '}
          <a
            className="inline-flex min-h-6 items-center font-semibold underline underline-offset-4"
            href={`/api/parts/export?kind=${query.kind}&format=json`}
          >
            JSON
          </a>
        </span>
        <p className="ml-auto text-[0.875rem] text-soft" role="status">
          {total} {filtered ? 'found' : 'in all'}
        </p>
      </div>
    </Shell>
  );
}
