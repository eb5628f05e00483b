import Link from '@/ui/link';
import { Shell } from './shell';

export default function NotFound() {
  return (
    <Shell frame={null} at={null}>
      <main className="grid flex-1 place-items-center p-6">
        <div className="max-w-[52ch]">
          <h1 className="text-[1.875rem]">Page not found</h1>
          <p className="mt-2">There is no such job or screen. Nothing was changed or lost.</p>
          <Link
            href="/"
            className="mt-5 inline-flex min-h-11 items-center rounded-xl bg-cochineal px-4 font-semibold text-cochineal-ink"
          >
            To the bench
          </Link>
        </div>
      </main>
    </Shell>
  );
}
