'use client';
import { useMemo, useState } from 'react';
import type { FitAnswer } from '@/core/fit';
import { addUp, contributions, type Dimension } from '@/core/stack';
import { parseLengthMm, showEstimate, showLengthMm } from '@/core/units';
import { useWorkerAnswer } from '@/workers/use-worker-answer';
import { Button } from '../button';
import type { LayerId } from './cut';

type Props = {
  answer: FitAnswer;
  active: string;
  onPick: (marginId: string) => void;
  onTry: (layer: LayerId, mm: number) => void;
  locale: string;
};

const runs = 20_000;

/** Which layer a dimension moves, and which margin it belongs to. */
const layerOf: Record<string, LayerId | undefined> = { sink: 'sink', module: 'module', chips: 'chips' };

/** The stack in numbers: worst case, root of squares and Monte Carlo over the same dimensions, ranked by what they add. */
export function HeightsPanel({ answer, active, onPick, onTry, locale }: Props) {
  const { layers } = answer;
  const stacks = useMemo(() => {
    if (!layers) return [];
    const room: Dimension[] = [
      { id: 'cover', name: 'inside of the cover', mm: layers.cover, sign: 1 },
      ...layers.topFrom.map((dimension) => ({
        ...dimension,
        sign: (dimension.sign === 1 ? -1 : 1) as 1 | -1,
      })),
    ];
    return [
      ...(layers.gapFrom
        ? [{ id: 'squeeze', title: 'Gap between chips and sink', dimensions: layers.gapFrom }]
        : []),
      { id: 'cover', title: 'Room under the cover', dimensions: room },
    ];
  }, [layers]);
  if (!layers)
    return (
      <p className="text-[0.875rem] text-soft">A disk in its case has one height: it stands at the right.</p>
    );
  return (
    <div className="grid gap-4 xl:grid-cols-2">
      {stacks.map((stack) => (
        <Stack
          key={stack.id}
          {...stack}
          active={active}
          onPick={onPick}
          onTry={onTry}
          locale={locale}
          moduleTopMm={layers.moduleTop.known ? layers.moduleTop.value : 0}
        />
      ))}
    </div>
  );
}

function Stack({
  id,
  title,
  dimensions,
  active,
  onPick,
  onTry,
  locale,
  moduleTopMm,
}: {
  id: string;
  title: string;
  dimensions: Dimension[];
  /** Chips are dragged by their top above the main board, and typed by their own height. */
  moduleTopMm: number;
} & Omit<Props, 'answer'>) {
  const sum = addUp(dimensions, title);
  const ranked = contributions(dimensions);
  const { answer: drawn } = useWorkerAnswer(JSON.stringify(dimensions), (client) =>
    client.stack(dimensions, runs, 0.23),
  );
  const simulated = drawn.status === 'ready' ? drawn.value : null;
  const show = (estimate: Dimension['mm']) => showEstimate(estimate, 'mm', { locale });
  return (
    <section className={`rounded-xl border p-3 ${active === id ? 'border-ink' : ''}`}>
      <h3 className="flex items-baseline justify-between text-[0.9375rem]">
        {title}
        <button
          type="button"
          className="text-[0.8125rem] text-soft underline underline-offset-4"
          onClick={() => onPick(id)}
        >
          show in the cut
        </button>
      </h3>
      <dl className="my-2 grid grid-cols-[auto_1fr] gap-x-3 text-[0.8125rem]">
        <dt>Worst case</dt>
        <dd className="figures">{show(sum.worstCase)}</dd>
        <dt>Root of squares</dt>
        <dd className="figures">{show(sum.rootSumSquare)}</dd>
        <dt>{runs.toLocaleString(locale)} draws, 5–95 %</dt>
        <dd className="figures">
          {simulated
            ? `${showLengthMm(simulated.p05, locale)} to ${showLengthMm(simulated.p95, locale)}`
            : drawn.status === 'ready'
              ? 'not until every side is known'
              : '…'}
        </dd>
      </dl>
      <table className="w-full text-[0.8125rem]">
        <caption className="sr-only">Dimensions, those that make it most uncertain first</caption>
        <thead className="text-left text-soft">
          <tr>
            <th className="font-medium" scope="col">
              To become sure, measure first
            </th>
            <th className="font-medium" scope="col">
              Is
            </th>
            <th className="w-24 font-medium" scope="col">
              Adds
            </th>
          </tr>
        </thead>
        <tbody>
          {ranked.map(({ id: dimensionId, name, share, halfWidthMm }) => {
            const { mm } = dimensions.find((dimension) => dimension.id === dimensionId)!;
            const layer = id === 'cover' && dimensionId === 'cover' ? 'cover' : layerOf[dimensionId];
            return (
              <tr key={dimensionId} className="border-t border-dashed">
                <td className="py-1 pr-2">{name}</td>
                <td className="py-0.5 pr-2">
                  {layer && mm.known ? (
                    <TryField
                      name={name}
                      mm={mm.value}
                      shown={show(mm)}
                      onTry={(value) => onTry(layer, value + (layer === 'chips' ? moduleTopMm : 0))}
                    />
                  ) : (
                    <span className="figures">{show(mm)}</span>
                  )}
                </td>
                <td>
                  <span className="flex items-center gap-1.5">
                    <span className="h-2 flex-1 rounded-full bg-sunken">
                      <span
                        className="block h-2 rounded-full bg-info-fill"
                        style={{ width: `${share * 100}%` }}
                      />
                    </span>
                    <span className="figures w-9 text-right">
                      {halfWidthMm === null ? 'open' : `${Math.round(share * 100)} %`}
                    </span>
                  </span>
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </section>
  );
}

/** A height that can be typed to try it; what is typed is tried, not measured. */
function TryField({
  name,
  mm,
  shown,
  onTry,
}: {
  name: string;
  mm: number;
  shown: string;
  onTry: (mm: number) => void;
}) {
  const [typing, setTyping] = useState<string | null>(null);
  if (typing === null)
    return (
      <button
        type="button"
        className="figures min-h-8 rounded-md px-1 underline decoration-dotted underline-offset-4"
        onClick={() => setTyping(mm.toFixed(2))}
        aria-label={`Try another ${name}, now ${shown}`}
      >
        {shown}
      </button>
    );
  const parsed = parseLengthMm(typing);
  return (
    <form
      className="flex items-center gap-1"
      onSubmit={(event) => {
        event.preventDefault();
        if (parsed.ok) onTry(parsed.value);
        setTyping(null);
      }}
    >
      <input
        className="figures h-8 w-20 rounded-md border border-line-strong bg-surface px-1.5"
        aria-label={`${name}, mm`}
        aria-invalid={!parsed.ok}
        autoFocus
        value={typing}
        onChange={(event) => setTyping(event.target.value)}
        onKeyDown={(event) => event.key === 'Escape' && setTyping(null)}
      />
      <Button type="submit" className="min-h-8! px-2!">
        Try
      </Button>
    </form>
  );
}
