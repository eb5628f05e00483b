'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { post } from '@/app/call';
import { LeaveGuard } from '@/app/leave-guard';
import { Shell } from '@/app/shell';
import type { Part, PartKind } from '@/core/part';
import type { FrameView } from '@/core/job-view';
import type { Fault } from '@/core/result';
import { Button } from '@/ui/button';
import { FaultNotice } from '@/ui/notice';
import { partLine, partName } from '@/ui/parts/figures';
import { SilhouetteDrawing } from '@/ui/parts/silhouette';
import { kindWords } from '@/ui/parts/kind-words';
import { PartForm } from '@/ui/parts/part-form';
import { useKeys } from '@/ui/use-keys';

/** Adds a part, or edits one. */
export function EditScreen({ frame, kind, part }: { frame: FrameView; kind: PartKind; part: Part | null }) {
  const router = useRouter();
  const { locale, currency } = frame.settings;
  const [made, setMade] = useState<Part | null>(part);
  const [tried, setTried] = useState(false);
  const [fault, setFault] = useState<Fault | null>(null);
  const back = () => router.push(part ? `/parts/${part.id}` : `/parts?kind=${kind}`);
  const save = async () => {
    setTried(true);
    if (!made) return;
    const saved = await post<Part>(part ? '/api/parts' : '/api/parts?new', made);
    setFault(saved.ok ? null : saved.fault);
    if (saved.ok) router.push(`/parts/${saved.value.id}`);
  };
  const [isTyped, setTyped] = useState(false);
  useKeys({ Escape: isTyped ? undefined : back });
  return (
    <Shell frame={frame} at="parts">
      {isTyped && <LeaveGuard leave={back} />}
      <div className="border-b bg-surface px-5 py-3.5">
        <h1 className="text-[1.625rem]">
          {part ? `Edit ${partName(part, locale)}` : `Add a ${kindWords[kind].one}`}
        </h1>
      </div>
      <form
        className="flex min-h-0 flex-1 flex-col"
        noValidate
        onInput={() => setTyped(true)}
        onSubmit={(event) => {
          event.preventDefault();
          void save();
        }}
      >
        <main className="grid min-h-0 flex-1 content-start gap-5 overflow-y-auto p-5 lg:grid-cols-[1fr_300px]">
          <div>
            {fault && (
              <div className="mb-3">
                <FaultNotice fault={fault} />
              </div>
            )}
            <PartForm
              kind={kind}
              part={part}
              currency={currency}
              today={frame.now.slice(0, 10)}
              onPart={setMade}
              showFaults={tried}
            />
          </div>
          <aside
            className="self-start rounded-2xl border bg-surface p-4 lg:sticky lg:top-0"
            aria-label="As it would be"
          >
            {made ? (
              <>
                <SilhouetteDrawing part={made} width={300} height={130} labels locale={locale} />
                <p className="mt-2 font-semibold">{partName(made, locale)}</p>
                <p className="text-[0.875rem] text-soft">{partLine(made, { locale })}</p>
              </>
            ) : (
              <p className="text-[0.875rem] text-soft">
                Drawn here as soon as what is needed is typed. What stays empty is “not known”: a check that
                needs it will ask for it.
              </p>
            )}
          </aside>
        </main>
        <div
          data-print="no"
          className="flex min-h-16 flex-wrap items-center gap-3 border-t bg-surface px-5 py-2"
        >
          <Button kind="main" type="submit" keyName="Enter">
            {part ? 'Save it' : 'Put it into the catalogue'}
          </Button>
          <Button keyName="Esc" onClick={back}>
            Leave as it was
          </Button>
          <p className="ml-auto text-[0.875rem] text-soft">
            {made ? 'Complete.' : 'What is needed still is marked.'}
          </p>
        </div>
      </form>
    </Shell>
  );
}
