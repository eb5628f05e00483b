'use client';
import { useVirtualizer } from '@tanstack/react-virtual';
import Link from '../link';
import { memo, useRef } from 'react';
import type { Part } from '@/core/part';
import { showMoney } from '@/core/units';
import { ageYears, partFigures, partLine, partName } from './figures';
import { SilhouetteDrawing } from './silhouette';

type Props = {
  total: number;
  /** The part at a place of the list; null while it is on its way. */
  at: (index: number) => Part | null;
  onRange: (from: number, to: number) => void;
  compared: string[];
  onCompare: (id: string, on: boolean) => void;
  locale: string;
  now: string;
};

const rowPx = 58;
const overscan = 1;

/** The catalogue as a list of any length: only what is seen is drawn, and only that is asked for. */
export function PartList({ total, at, onRange, compared, onCompare, locale, now }: Props) {
  const box = useRef<HTMLDivElement>(null);
  // The compiler must leave this component alone: the virtualizer answers differently while it scrolls.
  // eslint-disable-next-line react-hooks/incompatible-library
  const rows = useVirtualizer({
    count: total,
    getScrollElement: () => box.current,
    estimateSize: () => rowPx,
    overscan,
    onChange: (list) => {
      const shown = list.getVirtualItems();
      const [first] = shown;
      const last = shown.at(-1);
      if (first && last) onRange(first.index, last.index);
    },
  });
  // A row that leaves at one end comes in again at the other: new words in old elements cost the page far less.
  const rowsDrawn = Math.ceil((rows.scrollRect?.height ?? 0) / rowPx) + 2 * overscan + 2;
  return (
    <div
      ref={box}
      className="min-h-0 flex-1 overflow-y-auto rounded-2xl border bg-surface"
      tabIndex={0}
      aria-label="Parts"
    >
      <ul className="relative" style={{ height: rows.getTotalSize() }} aria-label={`${total} parts`}>
        {rows.getVirtualItems().map(({ index, start }) => {
          const part = at(index);
          return (
            <li
              key={index % rowsDrawn}
              className="absolute inset-x-0 flex contain-strict items-center gap-3 border-b border-dashed px-4"
              style={{ height: rowPx, transform: `translateY(${start}px)` }}
              aria-setsize={total}
              aria-posinset={index + 1}
            >
              {part ? (
                <PartRow
                  part={part}
                  compared={compared.includes(part.id)}
                  onCompare={onCompare}
                  locale={locale}
                  now={now}
                />
              ) : (
                <span className="text-soft">…</span>
              )}
            </li>
          );
        })}
      </ul>
    </div>
  );
}

/** One part of the list; drawn again only when it changes itself, not with each step of scrolling. */
const PartRow = memo(function PartRow({
  part,
  compared,
  onCompare,
  locale,
  now,
}: Pick<Props, 'onCompare' | 'locale' | 'now'> & { part: Part; compared: boolean }) {
  return (
    <>
      <input
        type="checkbox"
        className="size-6 accent-(--cochineal)"
        aria-label={`Compare ${partName(part, locale)}`}
        checked={compared}
        onChange={(event) => onCompare(part.id, event.target.checked)}
      />
      <Link
        href={`/parts/${part.id}`}
        // Asking ahead for each row that scrolls by would cost more than the rows.
        className="min-w-0 flex-1 py-1 hover:underline"
      >
        <b className="block truncate">{partName(part, locale)}</b>
        <span className="block truncate text-[0.8125rem] text-soft">{partLine(part, { locale })}</span>
      </Link>
      <span className="hidden shrink-0 md:block">
        <SilhouetteDrawing part={part} width={190} height={rowPx - 14} />
      </span>
      <span className="hidden w-56 shrink-0 text-[0.8125rem] leading-tight lg:block">
        <Sureness part={part} locale={locale} now={now} />
      </span>
      <span className="flex shrink-0 flex-col-reverse text-right lg:flex-row lg:items-center lg:gap-3">
        <span className="text-[0.8125rem] lg:w-24">
          {part.onShelf > 0 ? (
            <b className="text-clear">{part.onShelf} on the shelf</b>
          ) : (
            <span className="text-soft">to buy</span>
          )}
        </span>
        <span className="figures w-28">{showMoney(part.price, locale)}</span>
      </span>
    </>
  );
});

/** How sure the figures are: which are missing, whether something was measured, how old the paper is. */
function Sureness({ part, locale, now }: { part: Part; locale: string; now: string }) {
  const figures = partFigures(part, { locale });
  const missing = figures
    .filter(({ shown }) => shown === 'not known')
    .map(({ label }) => label.toLowerCase());
  const measured = figures
    .filter(({ origin }) => origin.startsWith('measured'))
    .map(({ label }) => label.toLowerCase());
  const maxima = figures
    .filter(({ shown }) => shown.endsWith('at most'))
    .map(({ label }) => label.toLowerCase());
  const age = ageYears(part.sourceDate ?? null, now);
  return (
    <>
      {missing.length > 0 ? (
        <b className="block truncate text-tight" title={missing.join(', ')}>
          not known: {missing.length === 1 ? missing[0] : `${missing.length} figures`}
        </b>
      ) : maxima.length > 0 ? (
        <b className="block truncate text-tight">only a maximum: {maxima[0]}</b>
      ) : (
        <span className="block text-clear">
          {measured.length > 0 ? `measured: ${measured[0]}` : 'every figure known'}
        </span>
      )}
      <span className="block text-soft">
        {age === null
          ? 'paper without a date'
          : age < 1
            ? `paper of ${part.sourceDate}`
            : `paper ${Math.floor(age)} ${age < 2 ? 'year' : 'years'} old`}
      </span>
    </>
  );
}
