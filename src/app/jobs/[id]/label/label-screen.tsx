'use client';
import { useRouter } from 'next/navigation';
import { Shell } from '@/app/shell';
import type { JobView } from '@/core/job-view';
import { Button } from '@/ui/button';
import { DriveLabel } from '@/ui/drive-label';
import { MainAction } from '@/ui/main-action';
import { Card, StationFrame } from '@/ui/station-frame';

/** The old drive's label as it will print, and where it goes. */
export function LabelScreen({ view, qr }: { view: JobView; qr: string }) {
  const router = useRouter();
  return (
    <Shell frame={view.frame} at="job">
      <header data-print="no" className="border-b bg-surface px-5 py-3">
        <h1 className="text-[1.5625rem]">Label of the old drive</h1>
        <p className="text-soft">
          {view.job.id} · {view.profile.maker} {view.profile.name}
        </p>
      </header>
      <StationFrame
        actions={
          <>
            <MainAction words="Print it" go={() => window.print()} busy={false} />
            <Button onClick={() => router.push(`/jobs/${view.job.id}/hand-over`)}>Back to Hand over</Button>
          </>
        }
        say="62 × 29 mm, as it prints: on its flat side, not over holes, chips or a moving part."
      >
        <DriveLabel view={view} qr={qr} />
        <div data-print="no">
          <Card title="What the square says">
            <p>
              The label’s number and the job’s, as text: any reader of QR codes (ISO/IEC 18004) tells them,
              and nothing of the owner.
            </p>
          </Card>
        </div>
      </StationFrame>
    </Shell>
  );
}
