'use client';
import { Shell } from '@/app/shell';
import type { FrameView } from '@/core/job-view';
import type { DockCase } from '@/core/part';
import { LookInside } from '@/ui/look-inside/look-inside';

export function LookInsideScreen({ frame, cases }: { frame: FrameView; cases: DockCase[] }) {
  return (
    <Shell frame={frame} at="look-inside">
      <div className="flex flex-wrap items-baseline gap-x-4 border-b bg-surface px-5 py-3.5">
        <h1 className="text-[26px]">Look inside</h1>
        <p className="text-soft">what is on a drive, read from its image</p>
      </div>
      <LookInside cases={cases} locale={frame.settings.locale} />
    </Shell>
  );
}
