'use client';
import { post } from '@/app/call';
import { Shell } from '@/app/shell';
import type { FrameView } from '@/core/job-view';
import type { DockCase } from '@/core/part';
import { LookInside } from '@/ui/look-inside/look-inside';

export function LookInsideScreen({
  frame,
  cases,
  devices,
}: {
  frame: FrameView;
  cases: DockCase[];
  devices: { id: string; name: string }[];
}) {
  return (
    <Shell frame={frame} at="look-inside">
      <div className="flex flex-wrap items-baseline gap-x-4 border-b bg-surface px-5 py-3.5">
        <h1 className="text-[1.625rem]">Look inside</h1>
        <p className="text-soft">what is on a drive, read from its image</p>
      </div>
      <LookInside
        cases={cases}
        locale={frame.settings.locale}
        devices={devices}
        onTake={(id, { partitions }, seenOn) =>
          post<{ version: number }>(`/api/profiles/${id}/partitions`, { partitions, seenOn })
        }
      />
    </Shell>
  );
}
