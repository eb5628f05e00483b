'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { newRequestId, post } from '@/app/call';
import { Shell } from '@/app/shell';
import type { FrameView } from '@/core/job-view';
import type { Fault } from '@/core/result';
import type { ShelfAct, ShelfLine, ShelfMove } from '@/core/shelf';
import Link from '@/ui/link';
import { MainAction } from '@/ui/main-action';
import { IncomingList } from '@/ui/shelf/incoming-list';
import { type Asked, ShelfDialog } from '@/ui/shelf/shelf-dialog';
import { ShelfMoves } from '@/ui/shelf/shelf-moves';
import { ShelfRow } from '@/ui/shelf/shelf-row';

type Props = {
  frame: FrameView;
  view: { lines: ShelfLine[]; moves: ShelfMove[]; names: Record<string, string> };
};

const parts = (count: number) => (count === 1 ? '1 part' : `${count} parts`);

/** What is there, and what must come: the list to order first, then what is on its way, then drawer by drawer. */
export function ShelfScreen({ frame, view: { lines, moves, names } }: Props) {
  const router = useRouter();
  const { settings } = frame;
  const [asked, setAsked] = useState<Asked | null>(null);
  const [fault, setFault] = useState<Fault | null>(null);
  const missing = lines.filter(({ toOrder }) => toOrder > 0);
  const rest = lines.filter(({ toOrder }) => toOrder === 0);
  const ask = (next: Asked | null) => {
    setFault(null);
    setAsked(next);
  };
  const act = async (wanted: ShelfAct) => {
    const done = await post('/api/shelf', wanted, newRequestId());
    if (!done.ok) {
      setFault(done.fault);
      return;
    }
    ask(null);
    router.refresh();
  };
  const show = { locale: settings.locale, timeZone: settings.timeZone };
  return (
    <Shell frame={frame} at="shelf">
      <header className="flex flex-wrap items-baseline gap-x-4 border-b bg-surface px-5 py-3.5">
        <h1 className="text-[1.625rem]">Shelf</h1>
        <p role="status" className={missing.length > 0 ? 'font-semibold text-over' : 'text-soft'}>
          {missing.length > 0 ? `${parts(missing.length)} to order` : 'Nothing to order'}
        </p>
      </header>
      <main className="min-h-0 flex-1 overflow-y-auto px-5 py-4 short:overflow-visible">
        {lines.length === 0 && (
          <p className="text-soft">
            Nothing lies on the shelf yet. A part that is counted at{' '}
            <Link href="/parts" className="font-semibold underline underline-offset-4">
              Parts
            </Link>{' '}
            stands here, and what jobs want of it.
          </p>
        )}
        <Lines title="To order" lines={missing} show={show} onAsk={ask} />
        <IncomingList lines={lines} now={frame.now} show={show} onAsk={ask} />
        <Lines title="Here" lines={rest} show={show} onAsk={ask} />
        <ShelfMoves moves={moves} names={names} show={show} />
      </main>
      <footer className="flex min-h-16 flex-wrap items-center gap-3 border-t bg-surface px-5 py-2">
        {missing.length > 0 ? (
          <MainAction
            words="Save the list to order"
            go={() => window.location.assign('/api/shelf?as=csv')}
            busy={false}
          />
        ) : (
          <MainAction words="To the bench" go={() => router.push('/')} busy={false} />
        )}
      </footer>
      {asked && (
        <ShelfDialog
          asked={asked}
          currency={settings.currency}
          fault={fault}
          onClose={() => ask(null)}
          onAct={(wanted) => void act(wanted)}
        />
      )}
    </Shell>
  );
}

type LinesProps = {
  title: string;
  lines: readonly ShelfLine[];
  show: { locale: string; timeZone: string };
  onAsk: (asked: Asked) => void;
};

function Lines({ title, lines, show, onAsk }: LinesProps) {
  if (lines.length === 0) return null;
  return (
    <section aria-label={title} className="mt-5 first:mt-0">
      <h2 className="text-[1rem]">{title}</h2>
      <ul>
        {lines.map((line) => (
          <ShelfRow key={line.id} line={line} show={show} onAsk={onAsk} />
        ))}
      </ul>
    </section>
  );
}
