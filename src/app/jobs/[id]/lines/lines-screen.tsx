'use client';
import { useRouter } from 'next/navigation';
import { Shell } from '@/app/shell';
import { checkLines, driveCautions, endsLines, readLines, writeLines } from '@/core/copy';
import type { JobView } from '@/core/job-view';
import { Button } from '@/ui/button';
import { LineBlocks } from '@/ui/line-blocks';
import { MainAction } from '@/ui/main-action';
import { Card, StationFrame } from '@/ui/station-frame';

/** Each line that brings a real drive into an image file and back, with what it does and what must agree. */
export function LinesScreen({ view }: { view: JobView }) {
  const router = useRouter();
  const { job, frame } = view;
  const image = job.dock?.new.file ?? null;
  const bytes = job.dock ? job.dock.new.sectors * job.dock.new.sectorBytes : null;
  const back = () => router.push(`/jobs/${job.id}/carry-over`);
  return (
    <Shell frame={frame} at="job">
      <header className="border-b bg-surface px-5 py-3 print:border-0">
        <h1 className="text-[1.5625rem]">From the drive and back</h1>
        <p className="text-soft">
          {job.id} · {view.profile.maker} {view.profile.name} · Jicara never opens a drive itself: these are
          lines of the system’s own tools.
        </p>
      </header>
      <StationFrame
        actions={
          <>
            <MainAction words="Back to Carry over" go={back} busy={false} />
            <Button onClick={() => window.print()}>Print them</Button>
          </>
        }
        say="No line runs as it stands: the drives’ names are yours to fill in."
      >
        <Card title="Before any of them">
          <ul className="list-disc space-y-1 pl-5">
            {driveCautions.map((caution) => (
              <li key={caution}>{caution}</li>
            ))}
          </ul>
        </Card>
        <Card title="The old drive into an image file">
          <LineBlocks blocks={readLines(job.id)} />
        </Card>
        {image !== null && bytes !== null ? (
          <>
            <Card title="The finished image onto the new drive" hint={image}>
              <LineBlocks blocks={writeLines(job.id, image, bytes)} />
            </Card>
            <Card
              title="The new drive read back"
              hint="what it prints is held against the list at Carry over"
            >
              <LineBlocks blocks={[checkLines(job.id)]} />
            </Card>
          </>
        ) : (
          <Card title="The finished image onto the new drive">
            <p>
              The lines to write and to read it back stand here once both image files are taken at Carry over.
            </p>
          </Card>
        )}
        <Card title="Only a look inside the new drive" hint="where it was copied by other means">
          <LineBlocks blocks={endsLines(job.id)} />
        </Card>
      </StationFrame>
    </Shell>
  );
}
