'use client';
import { useEffect, useState } from 'react';
import type { RankedView } from '@/core/job-view';
import { verdicts } from '@/core/margin';
import type { Fault } from '@/core/result';
import { verdictText, verdictWord } from '../verdict-words';
import type { RankQuestion, StationProps } from './station-props';

export type RankWish = Pick<RankQuestion, 'text' | 'shelfFirst'>;

export type Ranked =
  { status: 'loading' } | { status: 'failed'; fault: Fault } | { status: 'ready'; view: RankedView };

/** Candidates as the server ranks them, asked anew when the question or the job changes; the old ones stay meanwhile. */
export function useRanked(
  rank: StationProps['rank'],
  { version, ...question }: RankQuestion & { version: number },
): Ranked {
  const [ranked, setRanked] = useState<Ranked>({ status: 'loading' });
  const key = JSON.stringify(question);
  useEffect(() => {
    let current = true;
    const timer = setTimeout(() => {
      void rank(JSON.parse(key) as RankQuestion).then((result) => {
        if (!current) return;
        setRanked(
          result.ok ? { status: 'ready', view: result.value } : { status: 'failed', fault: result.fault },
        );
      });
    }, 80);
    return () => {
      current = false;
      clearTimeout(timer);
    };
  }, [rank, key, version]);
  return ranked;
}

/** Words to search by, the shelf first, and how many of the catalogue fit. */
export function CandidateSearch({
  wish,
  onWish,
  ranked,
}: {
  wish: RankWish;
  onWish: (wish: RankWish) => void;
  ranked: Ranked;
}) {
  return (
    <div className="mb-1 flex flex-wrap items-center gap-x-4 gap-y-2 text-[0.875rem]">
      <input
        type="search"
        className="h-10 w-56 rounded-xl border border-line-strong bg-surface px-3"
        aria-label="Search the candidates"
        placeholder="maker, model, 2280, 2000"
        value={wish.text}
        onChange={(event) => onWish({ ...wish, text: event.target.value })}
      />
      <label className="flex min-h-10 items-center gap-2">
        <input
          type="checkbox"
          className="size-4 accent-(--cochineal)"
          checked={wish.shelfFirst}
          onChange={(event) => onWish({ ...wish, shelfFirst: event.target.checked })}
        />
        Shelf first
      </label>
      <p className="ml-auto" role="status">
        {ranked.status === 'failed' ? (
          <b className="text-over">
            {ranked.fault.sentence} {ranked.fault.remedy}
          </b>
        ) : ranked.status === 'loading' ? (
          'Looking…'
        ) : (
          [...verdicts].reverse().map((verdict) => (
            <span key={verdict} className="ml-3">
              <b className={`figures ${verdictText[verdict]}`}>{ranked.view.counts[verdict]}</b>{' '}
              {verdictWord[verdict]}
            </span>
          ))
        )}
        {ranked.status === 'ready' && (ranked.view.unjudged ?? 0) > 0 && (
          <span
            className="ml-3 text-soft"
            title="Even at best they stand behind those that are shown: type words to bring one up."
          >
            <b className="figures">{ranked.view.unjudged}</b> behind them, not judged
          </span>
        )}
      </p>
    </div>
  );
}
