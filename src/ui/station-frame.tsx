'use client';
import { type ReactNode, useEffect, useRef } from 'react';

type Props = {
  children: ReactNode;
  aside?: ReactNode;
  actions: ReactNode;
  say?: ReactNode;
  wideAside?: boolean;
};

/** A screen of a job: what is looked at, what belongs beside it, and the actions, always in the same place. */
export function StationFrame({ children, aside, actions, say, wideAside = false }: Props) {
  const frame = useRef<HTMLDivElement>(null);
  useEffect(() => {
    // Stations come alive behind the shell: said on the page, as there, for whoever drives it from outside.
    if (frame.current) frame.current.dataset.frame = 'heard';
  }, []);
  return (
    <div ref={frame} data-frame="drawn" className="flex min-h-0 flex-1 flex-col short:flex-none">
      <div
        className={`grid min-h-0 flex-1 content-start overflow-y-auto lg:content-stretch lg:overflow-hidden short:overflow-visible ${
          aside
            ? wideAside
              ? 'lg:grid-cols-[minmax(0,1fr)_460px]'
              : 'lg:grid-cols-[minmax(0,1fr)_322px]'
            : ''
        } print:block print:overflow-visible`}
      >
        <main
          className="flex min-w-0 flex-col gap-3.5 p-5 *:shrink-0 lg:overflow-y-auto short:overflow-visible print:p-0"
          tabIndex={0}
        >
          {children}
        </main>
        {aside && (
          <aside
            tabIndex={0}
            aria-label="Beside it"
            className="border-t bg-surface p-4 lg:overflow-y-auto short:overflow-visible lg:border-l lg:border-t-0 print:hidden"
          >
            {aside}
          </aside>
        )}
      </div>
      <div
        data-print="no"
        className="flex min-h-16 flex-wrap items-center gap-x-3 gap-y-2 border-t bg-surface px-5 py-2 short:sticky short:bottom-0 short:z-20 short:min-h-0 short:flex-nowrap short:overflow-x-auto short:py-1.5 short:*:shrink-0"
      >
        {actions}
        {say && (
          <p className="ml-auto max-w-[46ch] text-right text-[0.875rem] text-soft short:hidden">{say}</p>
        )}
      </div>
    </div>
  );
}

/** A sheet of the surface on which one thing stands. */
export function Card({
  title,
  hint,
  children,
  tools,
}: {
  title?: string;
  hint?: ReactNode;
  children: ReactNode;
  tools?: ReactNode;
}) {
  return (
    <section className="rounded-2xl border bg-surface px-4 py-3">
      {(title || tools) && (
        <div className="mb-2 flex flex-wrap items-center gap-x-3 gap-y-1">
          {title && <h2 className="text-[1.0625rem]">{title}</h2>}
          {hint && <p className="text-[0.875rem] text-soft">{hint}</p>}
          {tools && <div className="ml-auto">{tools}</div>}
        </div>
      )}
      {children}
    </section>
  );
}
