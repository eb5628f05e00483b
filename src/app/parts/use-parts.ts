import { useCallback, useEffect, useRef, useState } from 'react';
import { getJson } from '@/app/call';
import type { Part } from '@/core/part';
import type { Fault } from '@/core/result';
import type { PartPage, PartQuery } from '@/server';

const pageSize = 100;

const addressOf = (query: PartQuery, offset: number): string => {
  const words = Object.entries({ ...query, offset, limit: pageSize }).map(([key, value]) => [
    key,
    String(value),
  ]);
  return `/api/parts?${new URLSearchParams(words as [string, string][]).toString()}`;
};

/** The catalogue by pages, asked for as they come into sight; a change of the question begins at the top again. */
export function useParts(initial: { query: PartQuery; page: PartPage }) {
  const [query, setQuery] = useState(initial.query);
  const [total, setTotal] = useState(initial.page.total);
  const [counts, setCounts] = useState(initial.page.counts);
  const [unread, setUnread] = useState(initial.page.unread);
  const [pages, setPages] = useState<Record<number, Part[]>>({ 0: initial.page.parts });
  const [fault, setFault] = useState<Fault | null>(null);
  const asked = useRef(new Set<number>([0]));
  const now = useRef(0);
  const first = useRef(true);
  const load = useCallback(async (question: PartQuery, page: number, turn: number) => {
    const answered = await getJson<PartPage>(addressOf(question, page * pageSize));
    if (turn !== now.current) return;
    setFault(answered.ok ? null : answered.fault);
    if (!answered.ok) return asked.current.delete(page);
    setTotal(answered.value.total);
    setCounts(answered.value.counts);
    setUnread((known) => [
      ...(page === 0 ? [] : known.filter(({ id }) => !answered.value.unread.some((one) => one.id === id))),
      ...answered.value.unread,
    ]);
    setPages((known) => ({ ...(page === 0 ? {} : known), [page]: answered.value.parts }));
  }, []);
  useEffect(() => {
    if (first.current) {
      first.current = false;
      return;
    }
    now.current += 1;
    const turn = now.current;
    const timer = setTimeout(() => {
      asked.current = new Set([0]);
      void load(query, 0, turn);
    }, 90);
    return () => clearTimeout(timer);
  }, [query, load]);
  const need = useCallback(
    (from: number, to: number) => {
      for (let page = Math.floor(from / pageSize); page <= Math.floor(to / pageSize); page += 1) {
        if (asked.current.has(page)) continue;
        asked.current.add(page);
        void load(query, page, now.current);
      }
    },
    [query, load],
  );
  return {
    query,
    change: (part: Partial<PartQuery>) => setQuery({ ...query, ...part }),
    total,
    counts,
    unread,
    at: (index: number): Part | null => pages[Math.floor(index / pageSize)]?.[index % pageSize] ?? null,
    need,
    fault,
  };
}
