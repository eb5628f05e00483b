'use client';
import Link from '@/ui/link';
import { useRouter } from 'next/navigation';
import { Shell } from '@/app/shell';
import { type Part, kindOf } from '@/core/part';
import type { FrameView } from '@/core/job-view';
import { showMoney } from '@/core/units';
import { Button } from '@/ui/button';
import { partFigures, partName } from '@/ui/parts/figures';
import { SilhouetteDrawing } from '@/ui/parts/silhouette';
import { useKeys } from '@/ui/use-keys';

/** Two to four parts of one kind side by side; what differs stands out. */
export function CompareScreen({ frame, parts }: { frame: FrameView; parts: Part[] }) {
  const router = useRouter();
  const { locale } = frame.settings;
  const back = () => router.push(`/parts${parts[0] ? `?kind=${kindOf(parts[0])}` : ''}`);
  useKeys({ Escape: back });
  const all = parts.map((part) => [
    ...partFigures(part, { locale }),
    { label: 'Price', shown: showMoney(part.price, locale), origin: '', at: null, instead: null },
    { label: 'On the shelf', shown: String(part.onShelf), origin: '', at: null, instead: null },
  ]);
  const labels = [...new Set(all.flatMap((figures) => figures.map(({ label }) => label)))];
  return (
    <Shell frame={frame} at="parts">
      <div className="border-b bg-surface px-5 py-3.5">
        <h1 className="text-[1.625rem]">Side by side</h1>
      </div>
      <main className="min-h-0 flex-1 overflow-auto p-5" tabIndex={0}>
        {parts.length < 2 ? (
          <p>
            Tick two to four parts at{' '}
            <Link className="underline" href="/parts">
              Parts
            </Link>
            , then press C.
          </p>
        ) : (
          <div className="overflow-x-auto">
            <table className="w-full border-collapse text-[0.875rem]">
              <caption className="sr-only">Figures of {parts.length} parts, differing ones in bold</caption>
              <thead>
                <tr>
                  <td />
                  {parts.map((part) => (
                    <th key={part.id} scope="col" className="min-w-44 px-3 pb-2 text-left align-bottom">
                      <SilhouetteDrawing part={part} width={190} height={56} />
                      <Link
                        href={`/parts/${part.id}`}
                        className="inline-flex min-h-6 items-center font-display text-[1.0625rem] hover:underline"
                      >
                        {partName(part, locale)}
                      </Link>
                    </th>
                  ))}
                </tr>
              </thead>
              <tbody>
                {labels.map((label) => {
                  const shown = all.map(
                    (figures) => figures.find((figure) => figure.label === label)?.shown ?? 'none',
                  );
                  const differs = new Set(shown).size > 1;
                  return (
                    <tr key={label} className={`border-t ${differs ? 'bg-surface' : ''}`}>
                      <th scope="row" className="py-1.5 pr-3 text-left font-medium text-soft">
                        {label}
                      </th>
                      {shown.map((text, i) => (
                        <td
                          key={parts[i]!.id}
                          className={`figures px-3 ${differs ? 'font-bold' : 'text-soft'} ${text === 'not known' ? 'text-tight' : ''}`}
                        >
                          {text}
                        </td>
                      ))}
                    </tr>
                  );
                })}
              </tbody>
            </table>
          </div>
        )}
      </main>
      <div data-print="no" className="flex min-h-16 items-center gap-3 border-t bg-surface px-5 py-2">
        <Button keyName="Esc" onClick={back}>
          Back to the list
        </Button>
        <p className="ml-auto text-[0.875rem] text-soft">What differs is bold.</p>
      </div>
    </Shell>
  );
}
