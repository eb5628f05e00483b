'use client';
import dynamic from 'next/dynamic';
import { useRouter } from 'next/navigation';
import { useRef, useState } from 'react';
import { Shell } from '@/app/shell';
import { askParts } from '@/app/ask-catalogue';
import { getJson, newRequestId, post } from '@/app/call';
import type { DeviceProfile } from '@/core/device';
import type { FrameView } from '@/core/job-view';
import type { LogbookLine } from '@/core/logbook';
import type { Fault } from '@/core/result';
import { FaultNotice } from '@/ui/notice';
import { TakeInForm } from '@/ui/take-in-form';
import type { Asked } from '@/ui/take-in-typed';
import { type Alike, startAlike, takeInAlike } from './start-alike';

/** Of an empty workshop alone. */
const StartHere = dynamic(() => import('@/app/start-here').then((m) => m.StartHere), { loading: () => null });
const LeaveGuard = dynamic(() => import('@/app/leave-guard').then((m) => m.LeaveGuard), { ssr: false });

const askEarlier = async (serial: string): Promise<LogbookLine[]> => {
  const found = await getJson<LogbookLine[]>(`/api/logbook/serial?serial=${encodeURIComponent(serial)}`);
  return found.ok ? found.value : [];
};

/** What will stop this job later? Asked while the owner stands there. */
export function TakeInScreen({
  frame,
  profiles,
  asked,
  alike,
}: {
  frame: FrameView;
  profiles: DeviceProfile[];
  /** What was asked at the counter before it was taken in. */
  asked: Asked & { driveId: string | null; revisionId: string | null };
  /** The job that this one is to be like; null where it is to be like none. */
  alike: Alike | null;
}) {
  const sent = useRef({ form: '', id: '' });
  /** The same form sent again, because no answer came, keeps its id: it is taken in once. */
  const requestId = (takeIn: unknown): string => {
    const form = JSON.stringify(takeIn);
    if (sent.current.form !== form) sent.current = { form, id: newRequestId() };
    return sent.current.id;
  };
  const router = useRouter();
  const [fault, setFault] = useState<Fault | null>(null);
  return (
    <Shell frame={frame} at="take-in">
      <div className="flex flex-wrap items-baseline gap-x-4 border-b bg-surface px-5 py-3.5">
        <h1 className="text-[1.625rem]">Take in a device</h1>
        <p className="text-soft">
          {alike
            ? `the same again as ${alike.id}: its parts, answers and layout are taken over where they still fit`
            : 'asked now, so that nothing stops the job later'}
        </p>
      </div>
      {fault && (
        <div className="px-5 pt-3">
          <FaultNotice fault={fault} />
        </div>
      )}
      {profiles.length === 0 || frame.technicians.length === 0 ? (
        <main className="p-5">
          <StartHere frame={frame} />
        </main>
      ) : (
        <TakeInForm
          profiles={profiles}
          askParts={askParts}
          askEarlier={askEarlier}
          initial={alike && takeInAlike(alike.takeIn)}
          asked={asked}
          settings={frame.settings}
          now={frame.now}
          submitWords="Take it in"
          asksForPractice={!frame.isDemo}
          guard={<LeaveGuard />}
          onSubmit={async (takeIn) => {
            // The board was told of one device: another one that is picked instead has its own.
            const revisionId = takeIn.profileId === asked.profileId ? asked.revisionId : null;
            const form = { ...takeIn, revisionId };
            const taken = await post<{ id: string }>('/api/jobs', form, requestId(form));
            setFault(taken.ok ? null : taken.fault);
            const isAlike = taken.ok && alike?.takeIn.profileId === takeIn.profileId;
            if (taken.ok && isAlike) await startAlike(taken.value.id, alike);
            if (taken.ok)
              router.push(
                `/jobs/${taken.value.id}/fit${asked.driveId ? `?drive=${encodeURIComponent(asked.driveId)}` : ''}`,
              );
            return taken.ok;
          }}
        />
      )}
    </Shell>
  );
}
