'use client';
import { useEffect, useState } from 'react';
import { getJson, newRequestId, post } from '@/app/call';
import { Shell } from '@/app/shell';
import type { DockView } from '@/core/job-view';
import type { Fault } from '@/core/result';
import { DockBench } from '@/ui/dock/dock-bench';
import type { ImageActions } from '@/ui/dock/image-actions';

const askEveryMs = 1000;

/** The dock as it is now: asked again every second while something runs, every five while nothing does. */
export function DockScreen({ initial }: { initial: DockView }) {
  const [view, setView] = useState(initial);
  const [fault, setFault] = useState<Fault | null>(null);
  const { images, items, maker } = view.library;
  const runs =
    maker.isAsking ||
    view.pairs.some(({ copy }) => copy.kind === 'running') ||
    [...images, ...items].some(({ run }) => run !== null);
  useEffect(() => {
    const timer = setInterval(
      async () => {
        const asked = await getJson<DockView>('/api/dock');
        setFault(asked.ok ? null : asked.fault);
        if (asked.ok) setView(asked.value);
      },
      runs ? askEveryMs : 5 * askEveryMs,
    );
    return () => clearInterval(timer);
  }, [runs]);
  const practise = async (faults: string[]) => {
    const before = view.faults;
    setView({ ...view, faults });
    const set = await post<null>('/api/dock/faults', { faults });
    setFault(set.ok ? null : set.fault);
    if (!set.ok) setView((now) => ({ ...now, faults: before }));
  };
  const act = async (jobId: string, version: number, kind: 'copy' | 'copy-stop') => {
    const done = await post<unknown>(`/api/jobs/${jobId}/acts`, {
      version,
      act: { kind },
      requestId: newRequestId(),
    });
    setFault(done.ok ? null : done.fault);
    const asked = await getJson<DockView>('/api/dock');
    if (asked.ok) setView(asked.value);
  };
  const clear = async () => {
    const done = await post<{ bytes: number }>('/api/dock/clear', {});
    setFault(done.ok ? null : done.fault);
    const asked = await getJson<DockView>('/api/dock');
    if (asked.ok) setView(asked.value);
  };
  const onImage: ImageActions = async (request) => {
    const done = await post<null>('/api/images', request, newRequestId());
    const asked = await getJson<DockView>('/api/dock');
    if (asked.ok) setView(asked.value);
    return done.ok ? null : done.fault;
  };
  return (
    <Shell frame={view.frame} at="dock">
      <div className="flex flex-wrap items-baseline gap-x-4 border-b bg-surface px-5 py-3.5">
        <h1 className="text-[1.625rem]">Dock</h1>
        <p className="text-soft">what runs, and what may be unplugged</p>
      </div>
      <DockBench
        view={view}
        fault={fault}
        onPractise={practise}
        onAct={act}
        onImage={onImage}
        onClear={clear}
      />
    </Shell>
  );
}
