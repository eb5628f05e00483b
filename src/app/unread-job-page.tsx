import Link from '@/ui/link';
import type { Fault } from '@/core/result';
import { frameView, getRuntime } from '@/server';
import { Shell } from './shell';

/** A job that cannot be read: what is wrong, that nothing is lost, and the ways on. */
export async function UnreadJobPage({ fault, id }: { fault: Fault; id: string }) {
  return (
    <Shell frame={await frameView(getRuntime())} at="bench">
      <main className="p-6">
        <div className="max-w-[64ch]" role="alert">
          <h1 className="text-[1.875rem]">{id} cannot be read</h1>
          <p className="mt-2">{fault.sentence}</p>
          <p className="mt-1">{fault.remedy}</p>
          <p className="mt-5 flex flex-wrap gap-4">
            <a
              className="inline-flex min-h-11 items-center rounded-xl bg-cochineal px-4 font-semibold text-cochineal-ink"
              href={`/api/jobs/${encodeURIComponent(id)}/raw`}
              download
            >
              Export it as it stands
            </a>
            <Link className="inline-flex min-h-11 items-center underline" href="/">
              To the bench
            </Link>
          </p>
        </div>
      </main>
    </Shell>
  );
}
