'use client';
import { Collapsible } from 'radix-ui';
import { type Margin, type Verdict, boundsOf, compareMargins, oldestDay } from '@/core/margin';
import { type ShowOptions, limitNotKnown, showEstimate, showLeft, showLimit } from '@/core/units';
import { BowlSign } from './bowl-sign';
import { brimShare, marginBar, trackPercent } from './margin-bar';
import { verdictText, verdictWord } from './verdict-words';

const barFill: Record<Verdict, string> = {
  clear: 'bg-clear-fill',
  tight: 'bg-tight-fill',
  over: 'bg-over',
  unknown: 'bg-line',
};

function Bar({ margin }: { margin: Margin }) {
  const bar = marginBar(margin);
  if (!bar) return null;
  return (
    <div className="relative mt-1.5 h-1.5 rounded-full bg-sunken" aria-hidden>
      <div
        className={`h-full rounded-full ${barFill[margin.verdict]}`}
        style={{ width: `${trackPercent(bar.at)}%` }}
      />
      <div
        className="absolute top-[2px] h-[2px] bg-ink"
        style={{
          left: `${trackPercent(bar.from)}%`,
          width: `${trackPercent(bar.to) - trackPercent(bar.from)}%`,
        }}
      />
      <div className="absolute -top-[3px] h-3 w-[2px] bg-ink" style={{ left: `${brimShare * 100}%` }} />
    </div>
  );
}

const originWords = (margin: Margin): string[] => {
  const lines: string[] = [];
  if (margin.value.known) lines.push(`Value: ${margin.value.origin.note}`);
  const notes = boundsOf(margin.limit).flatMap((bound) => ('origin' in bound ? [bound.origin.note] : []));
  if (notes.length > 0) lines.push(`Limit: ${[...new Set(notes)].join('; ')}`);
  return lines;
};

const isOld = (margin: Margin, before: string | undefined): boolean => {
  const day = oldestDay(margin);
  return before !== undefined && day !== null && day < before;
};

function Row({
  margin,
  options,
  active,
  onPick,
  oldBefore,
}: {
  margin: Margin;
  oldBefore?: string;
  options: ShowOptions;
  active: boolean;
  onPick?: (id: string) => void;
}) {
  const old = isOld(margin, oldBefore) ? oldestDay(margin) : null;
  const limit = showLimit(margin.limit, margin.unit, options);
  return (
    <Collapsible.Root
      className="border-b border-dashed border-line last:border-0"
      onOpenChange={(open) => onPick?.(open ? margin.id : '')}
    >
      <Collapsible.Trigger
        className={`group w-full rounded-md px-1 py-2 text-left hover:bg-sunken ${active ? 'bg-sunken' : ''}`}
      >
        <span className="flex items-center gap-2.5">
          <BowlSign verdict={margin.verdict} use={margin.use} />
          <span className="min-w-0 flex-1">
            <span className="block font-semibold leading-tight">{margin.what}</span>
            <span className="block text-[0.8125rem] leading-snug text-soft">
              <span className="figures text-ink">{showEstimate(margin.value, margin.unit, options)}</span>
              {!margin.value.known && limit === limitNotKnown ? ', nor its limit' : ` of ${limit}`}
            </span>
          </span>
          <span className={`figures shrink-0 text-right font-bold ${verdictText[margin.verdict]}`}>
            {showLeft(margin, options)}
            <span className="block font-sans text-[0.6875rem] font-medium tracking-normal">
              {verdictWord[margin.verdict]}
            </span>
          </span>
        </span>
        <Bar margin={margin} />
      </Collapsible.Trigger>
      {margin.verdict !== 'clear' && (margin.remedy || margin.missing.length > 0) && (
        <p className="px-1 pb-2 text-[0.8125rem]">
          {margin.missing[0] ? (
            <>
              <b>Missing:</b> {margin.missing[0].what}. {margin.missing[0].howToGet}
            </>
          ) : (
            margin.remedy
          )}
        </p>
      )}
      {old && (
        <p className="px-1 pb-2 text-[0.8125rem] text-tight">
          Rests on a source of {old}: older than this workshop’s limit. Look for a newer one.
        </p>
      )}
      {margin.note && <p className="px-1 pb-2 text-[0.8125rem] text-soft">{margin.note}</p>}
      <Collapsible.Content className="px-1 pb-2 text-[0.8125rem] text-soft">
        {originWords(margin).map((line) => (
          <p key={line}>{line}</p>
        ))}
        <p>
          {margin.combination === 'worst-case'
            ? 'Judged by the worst case.'
            : 'Judged by the root sum of squares.'}
        </p>
      </Collapsible.Content>
    </Collapsible.Root>
  );
}

/** Margins from worst to best: what is left of each limit, where both numbers come from, what would mend it. */
export function MarginList({
  margins,
  options,
  active,
  onPick,
  oldBefore,
}: {
  margins: Margin[];
  /** Sources from before this day are called old. */
  oldBefore?: string;
  options: ShowOptions;
  active?: string;
  onPick?: (id: string) => void;
}) {
  const sorted = [...margins].sort(compareMargins);
  // What is simply right, a key or a length, needs no bar: it is said in one place at the end.
  const simple = sorted.filter(
    (margin) =>
      margin.verdict === 'clear' &&
      (margin.limit.kind === 'one-of' || margin.limit.kind === 'version-at-least') &&
      !isOld(margin, oldBefore),
  );
  const measured = sorted.filter((margin) => !simple.includes(margin));
  return (
    <div>
      {measured.map((margin) => (
        <Row
          key={margin.id}
          margin={margin}
          options={options}
          active={margin.id === active}
          onPick={onPick}
          oldBefore={oldBefore}
        />
      ))}
      {simple.length > 0 && (
        <dl className="mt-2 grid grid-cols-[1fr_auto_auto] gap-x-3 gap-y-0.5 border-t border-dashed border-line px-1 pt-2 text-[0.875rem]">
          {simple.map((margin) => (
            <div key={margin.id} className="contents">
              <dt>{margin.what}</dt>
              <dd className="figures">{showEstimate(margin.value, margin.unit, options)}</dd>
              <dd className="font-semibold text-clear">fits</dd>
            </div>
          ))}
        </dl>
      )}
    </div>
  );
}
