'use client';
import { useRouter } from 'next/navigation';
import { useCallback, useMemo, useState } from 'react';
import { newRequestId, post } from '@/app/call';
import { Shell } from '@/app/shell';
import type { ActRequest } from '@/core/acts';
import { storesOfJob } from '@/core/job';
import type { JobView } from '@/core/job-view';
import type { PlacementQuestion } from '@/core/placement';
import type { Fault } from '@/core/result';
import { Button } from '@/ui/button';
import { MainAction } from '@/ui/main-action';
import { FaultNotice } from '@/ui/notice';
import { StationFrame } from '@/ui/station-frame';
import { AnswerCard } from '@/ui/things/answer-card';
import { MovesCard } from '@/ui/things/moves-card';
import { StoresCard } from '@/ui/things/stores-card';
import { ThingsForm } from '@/ui/things/things-form';
import { usePlacement } from '@/ui/things/use-placement';

/** How quick what lies nowhere is fetched again, bytes/s: a named default. */
const usualFetch = 6e6;

/** Where things go: the list, the stores, the best placement, and the moves that bring it about. */
export function ThingsScreen({ view }: { view: JobView }) {
  const router = useRouter();
  const { job, profile, frame, layout, build } = view;
  const [question, setQuestion] = useState<PlacementQuestion>(
    () =>
      job.things?.question ?? {
        items: [],
        stores: storesOfJob(job, profile, layout, build),
        fetchBytesPerS: usualFetch,
      },
  );
  const [version, setVersion] = useState(view.version);
  const [fault, setFault] = useState<Fault | null>(null);
  const [kept, setKept] = useState(job.things);
  const [busy, setBusy] = useState(false);
  const { placement, isWorking, isLookedFor, fault: workerFault } = usePlacement(question);
  // What is kept is what is shown: a better placement may have been found since.
  const isKept =
    kept !== null &&
    JSON.stringify(kept.question) === JSON.stringify(question) &&
    (!placement ||
      question.items.every(({ id }) => (kept.placed[id] ?? null) === (placement.placed[id] ?? null)));
  const back = useCallback(() => router.push(`/jobs/${job.id}/data`), [router, job.id]);
  const keep = async () => {
    if (!placement) return;
    setBusy(true);
    const request: ActRequest = {
      version,
      act: { kind: 'things', question, placed: placement.placed },
      requestId: newRequestId(),
    };
    const done = await post<{ version: number; job: JobView['job'] }>(`/api/jobs/${job.id}/acts`, request);
    setBusy(false);
    setFault(done.ok ? null : done.fault);
    if (!done.ok) return;
    setVersion(done.value.version);
    setKept(done.value.job.things);
  };
  const options = useMemo(() => ({ locale: frame.settings.locale }), [frame.settings.locale]);
  return (
    <Shell frame={frame} at="job">
      <header className="border-b bg-surface px-5 py-3">
        <h1 className="text-[1.5625rem]">Where things go</h1>
        <p className="text-soft">
          {job.id} · {profile.maker} {profile.name}
        </p>
      </header>
      <StationFrame
        aside={
          <AnswerCard
            question={question}
            placement={placement}
            isWorking={isWorking}
            isLookedFor={isLookedFor}
            options={options}
          />
        }
        actions={
          <>
            <MainAction
              words={isKept ? 'Back to Data' : 'Keep it for the sheet'}
              go={
                isKept
                  ? back
                  : placement && question.items.length > 0 && !job.handedOver
                    ? () => void keep()
                    : null
              }
              busy={busy || isWorking}
            />
            {!isKept && <Button onClick={back}>Back to Data</Button>}
          </>
        }
        say={
          question.items.length === 0
            ? 'Write down what the owner has: a line each, or a count by kind.'
            : isKept
              ? 'Kept: both papers carry it.'
              : 'Drag a thing, or press the number of a store while it has the focus: there it stays.'
        }
      >
        {(fault ?? workerFault) && <FaultNotice fault={(fault ?? workerFault)!} />}
        <StoresCard question={question} placement={placement} options={options} onChange={setQuestion} />
        <ThingsForm question={question} onChange={setQuestion} />
        {placement && question.items.length > 0 && (
          <MovesCard
            question={question}
            placed={placement.placed}
            now={frame.now}
            settings={frame.settings}
          />
        )}
      </StationFrame>
    </Shell>
  );
}
