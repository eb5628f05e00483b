'use client';
import { Button } from '@/ui/button';
import { Shell } from './shell';

export default function Failed({ reset }: { error: Error; reset: () => void }) {
  return (
    <Shell frame={null} at={null}>
      <main className="grid flex-1 place-items-center p-6">
        <div className="max-w-[52ch]" role="alert">
          <h1 className="text-[1.875rem]">This screen could not be drawn</h1>
          <p className="mt-2">
            What was saved is safe; a copy that runs goes on. Draw it again; if it fails once more, start
            Jicara anew.
          </p>
          <div className="mt-5">
            <Button kind="main" onClick={reset}>
              Draw it again
            </Button>
          </div>
        </div>
      </main>
    </Shell>
  );
}
