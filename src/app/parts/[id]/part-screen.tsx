'use client';
import Link from '@/ui/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { remove } from '@/app/call';
import { Shell } from '@/app/shell';
import { monthsBefore } from '@/core/margin';
import { type Part, kindOf } from '@/core/part';
import type { PriceSeen } from '@/core/price';
import type { FrameView } from '@/core/job-view';
import type { Fault } from '@/core/result';
import { Button } from '@/ui/button';
import { FaultNotice } from '@/ui/notice';
import { partName } from '@/ui/parts/figures';
import { kindWords } from '@/ui/parts/kind-words';
import { PartDetail } from '@/ui/parts/part-detail';
import { useKeys } from '@/ui/use-keys';

/** One part: drawn, with the source and age of every figure. */
export function PartScreen({ frame, part, prices }: { frame: FrameView; part: Part; prices: PriceSeen[] }) {
  const router = useRouter();
  const { locale, singleKeys } = frame.settings;
  const [asking, setAsking] = useState(false);
  const [fault, setFault] = useState<Fault | null>(null);
  const kind = kindOf(part);
  const edit = () => router.push(`/parts/${part.id}/edit`);
  useKeys({ e: edit, Escape: () => router.push(`/parts?kind=${kind}`) }, singleKeys);
  const takeOff = async () => {
    const done = await remove(`/api/parts/${part.id}`);
    if (done.ok) router.push(`/parts?kind=${kind}`);
    else setFault(done.fault);
    setAsking(false);
  };
  return (
    <Shell frame={frame} at="parts">
      <div className="flex flex-wrap items-baseline gap-x-4 border-b bg-surface px-5 py-3.5">
        <h1 className="text-[1.625rem]">{partName(part, locale)}</h1>
        <p className="text-soft">
          <Link href={`/parts?kind=${kind}`} className="underline underline-offset-4">
            {kindWords[kind].many}
          </Link>{' '}
          · <span className="figures">{part.id}</span>
        </p>
      </div>
      <main className="min-h-0 flex-1 overflow-y-auto p-5" tabIndex={0}>
        {fault && (
          <div className="mb-3">
            <FaultNotice fault={fault} />
          </div>
        )}
        <PartDetail
          part={part}
          prices={prices}
          locale={locale}
          now={frame.now}
          oldBefore={monthsBefore(frame.now, frame.settings.sourcesOldAfterMonths)}
        />
      </main>
      <div
        data-print="no"
        className="flex min-h-16 flex-wrap items-center gap-3 border-t bg-surface px-5 py-2"
      >
        <Button kind="main" keyName="E" onClick={edit}>
          Edit, or enter a measure
        </Button>
        {asking ? (
          <>
            <span role="alert">Take {part.model} off the catalogue?</span>
            <Button onClick={() => void takeOff()}>Yes, take it off</Button>
            <Button onClick={() => setAsking(false)}>Keep it</Button>
          </>
        ) : (
          <Button kind="quiet" onClick={() => setAsking(true)}>
            Take it off…
          </Button>
        )}
        {kind === 'drive' && (
          <Link
            href={`/ask?q=${encodeURIComponent(`${part.maker} ${part.model}`)}`}
            className="ml-auto inline-flex min-h-11 items-center font-semibold underline underline-offset-4"
          >
            Ask where it fits
          </Link>
        )}
      </div>
    </Shell>
  );
}
