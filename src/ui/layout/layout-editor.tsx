'use client';
import { useMemo, useState } from 'react';
import {
  type Layout,
  type LayoutWish,
  type Target,
  partitionBounds,
  placedBytes,
  planLayout,
} from '@/core/disk';
import type { LayoutSource } from '@/core/job';
import { type Fault } from '@/core/result';
import { parseBytes, parseDecimal, showBytes } from '@/core/units';
import { Button } from '../button';
import { Choice } from '../choice';
import { Field } from '../field';
import { FaultNotice } from '../notice';
import { type Border, Ribbons, fillOf } from './ribbons';

const MiB = 2 ** 20;
const leastSecondMiB = 16 * 1024;

type Props = {
  source: LayoutSource;
  target: Target;
  wish: LayoutWish;
  /** Undefined where the layout stands and may only be looked at. */
  onWish?: (wish: LayoutWish) => void;
  /** Told when a field holds something that cannot be taken over. */
  onBroken?: (isBroken: boolean) => void;
  usedByPartition: Record<number, number> | null;
  oldLabel: string;
  newLabel: string;
  locale: string;
};

/** Where everything goes: ribbons whose borders can be moved, sizes to type, partitions to leave behind. */
export function LayoutEditor({
  source,
  target,
  wish,
  onWish,
  onBroken,
  usedByPartition,
  oldLabel,
  newLabel,
  locale,
}: Props) {
  const planned = useMemo(() => planLayout(source.table, target, wish, source.rules), [source, target, wish]);
  const [last, setLast] = useState<Layout | null>(null);
  // While a wish cannot be met the last layout that could stays in sight, and the refusal above it.
  const layout = planned.ok ? planned.value : last;
  if (planned.ok && planned.value !== last) setLast(planned.value);
  const borders = useMemo(
    () => (layout && onWish ? bordersOf(layout, source, target, wish) : []),
    [layout, onWish, source, target, wish],
  );
  const resize = (part: number, sizeMiB: number) => {
    const isNew = layout?.partitions.find(({ number }) => number === part)?.from === null;
    onWish?.(
      isNew
        ? { ...wish, secondSystemMiB: sizeMiB }
        : { ...wish, sizesMiB: { ...wish.sizesMiB, [part]: sizeMiB } },
    );
  };
  return (
    <div className="flex flex-col gap-2">
      {onWish && (
        <WishTools
          wish={wish}
          onWish={onWish}
          onBroken={onBroken}
          target={target}
          canSplit={source.table.kind === 'gpt'}
        />
      )}
      {!planned.ok && <FaultNotice fault={planned.fault} />}
      {layout && (
        <>
          <Ribbons
            layout={layout}
            usedByPartition={usedByPartition}
            oldLabel={oldLabel}
            newLabel={newLabel}
            locale={locale}
            borders={borders}
            onDrag={onWish ? resize : undefined}
          />
          <PartRows
            layout={layout}
            source={source}
            borders={borders}
            wish={wish}
            onWish={onWish}
            onResize={resize}
            locale={locale}
          />
          {wish.secondSystemMiB !== null && (
            <p className="text-[0.875rem] text-soft">
              Both systems share the one EFI partition. A second installer may hide the first one’s boot
              entry: note which one the device starts now, so that it can be chosen again in its boot menu.
            </p>
          )}
          {layout.growthStoppedBy && (
            <p className="font-semibold text-tight">
              Growth stops early: {layout.growthStoppedBy}. The rest stays unpartitioned.
            </p>
          )}
        </>
      )}
    </div>
  );
}

function bordersOf(layout: Layout, source: LayoutSource, target: Target, wish: LayoutWish): Border[] {
  const bounds = partitionBounds(source.table, target, wish, source.rules, layout);
  return layout.partitions.flatMap((part) => {
    const { leastMiB, mostMiB } = bounds[part.number]!;
    // A partition that ends where its tables do may end within a mebibyte: it is at its most all the same.
    const sizeMiB = Math.min(mostMiB, Math.round(placedBytes(layout, part) / MiB));
    return mostMiB > leastMiB
      ? [{ part: part.number, name: part.name || `partition ${part.number}`, sizeMiB, leastMiB, mostMiB }]
      : [];
  });
}

type Mode = 'fill' | 'hold' | 'two';

function WishTools({
  wish,
  onWish,
  onBroken,
  target,
  canSplit,
}: Required<Pick<Props, 'wish' | 'onWish' | 'target'>> & Pick<Props, 'onBroken'> & { canSplit: boolean }) {
  const [percent, setPercent] = useState(String(wish.holdBackPercent || 10));
  const mode: Mode = wish.secondSystemMiB !== null ? 'two' : wish.holdBackPercent > 0 ? 'hold' : 'fill';
  const parsed = parseDecimal(percent);
  const error = !parsed.ok
    ? `${parsed.fault.sentence} ${parsed.fault.remedy}`
    : parsed.value > 50
      ? 'At most 50 %.'
      : undefined;
  const quarterMiB = Math.max(leastSecondMiB, Math.floor((target.sectors * target.sectorBytes) / MiB / 4));
  const choose = (next: Mode) => {
    onBroken?.(next === 'hold' && error !== undefined);
    onWish({
      ...wish,
      holdBackPercent: next === 'hold' ? (parsed.ok && !error && parsed.value > 0 ? parsed.value : 10) : 0,
      secondSystemMiB: next === 'two' ? quarterMiB : null,
    });
  };
  return (
    <div className="flex flex-wrap items-end gap-3">
      <Choice
        legend="What to do with the room"
        hideLegend
        value={mode}
        onChange={choose}
        options={[
          { value: 'fill', label: 'Fill the drive' },
          { value: 'hold', label: 'Hold a share back' },
          ...(canSplit ? [{ value: 'two' as const, label: 'Two systems' }] : []),
        ]}
      />
      {mode === 'hold' && (
        <Field
          label="Held back, %"
          className="w-32"
          value={percent}
          error={error}
          onChange={(event) => {
            setPercent(event.target.value);
            const typed = parseDecimal(event.target.value);
            onBroken?.(!typed.ok || typed.value > 50);
            if (typed.ok && typed.value > 0 && typed.value <= 50)
              onWish({ ...wish, holdBackPercent: typed.value });
          }}
        />
      )}
    </div>
  );
}

type RowsProps = Pick<Props, 'source' | 'wish' | 'onWish' | 'locale'> & {
  layout: Layout;
  borders: Border[];
  onResize: (part: number, sizeMiB: number) => void;
};

/** Each partition in words and figures: what becomes of it, how large, who grows what is inside. */
function PartRows({ layout, source, borders, wish, onWish, onResize, locale }: RowsProps) {
  const takeRest = (part: number) => {
    const { [part]: _, ...sizesMiB } = wish.sizesMiB;
    onWish?.({ ...wish, sizesMiB });
  };
  const leave = (part: number, stays: boolean) =>
    onWish?.({
      ...wish,
      dropped: stays ? [...wish.dropped, part] : wish.dropped.filter((number) => number !== part),
    });
  return (
    <ul className="flex flex-col">
      {layout.partitions.map((part) => {
        const border = borders.find((one) => one.part === part.number);
        const rule = source.rules[part.number];
        return (
          <li
            key={part.number}
            className="flex flex-wrap items-center gap-x-3 gap-y-1 border-t border-dashed border-line py-1.5 first:border-0"
          >
            <span aria-hidden className="size-3 rounded-sm" style={{ background: fillOf(part.number) }} />
            <b>{part.name || `partition ${part.number}`}</b>
            <span className="text-soft">
              {part.from === null ? 'empty, for its installer' : `${rule?.holds ?? ''}, ${part.change}`}
            </span>
            {part.grownBy === 'device' && (
              <span className="text-[0.8125rem] text-tight">
                old size inside until the device grows it at first start
              </span>
            )}
            {part.grownBy === 'rewrite' && (
              <span className="text-[0.8125rem] text-clear">grown inside by the copy</span>
            )}
            <span className="ml-auto flex flex-wrap items-center gap-2">
              {onWish && border ? (
                <SizeField
                  border={border}
                  bytes={placedBytes(layout, part)}
                  onResize={onResize}
                  locale={locale}
                />
              ) : (
                <span className="figures">{showBytes(placedBytes(layout, part), { locale })}</span>
              )}
              {onWish && wish.sizesMiB[part.number] !== undefined && (
                <Button kind="quiet" className="px-2 text-[0.875rem]" onClick={() => takeRest(part.number)}>
                  Undo size
                </Button>
              )}
              {onWish && rule?.mayDrop && part.from !== null && (
                <Button
                  kind="quiet"
                  className="px-2 text-[0.875rem]"
                  onClick={() => leave(part.number, true)}
                >
                  Leave behind
                </Button>
              )}
            </span>
          </li>
        );
      })}
      {layout.dropped.map((part) => (
        <li
          key={part.number}
          className="flex items-center gap-3 border-t border-dashed border-line py-1.5 text-soft"
        >
          <b>{part.name || `partition ${part.number}`}</b> stays on the old drive alone
          {onWish && (
            <span className="ml-auto">
              <Button kind="quiet" className="px-2 text-[0.875rem]" onClick={() => leave(part.number, false)}>
                Carry it over
              </Button>
            </span>
          )}
        </li>
      ))}
    </ul>
  );
}

/** A size to type, taken over with Enter or on leaving the field; snapped to 1 MiB. */
function SizeField({
  border,
  bytes,
  onResize,
  locale,
}: {
  border: Border;
  bytes: number;
  onResize: RowsProps['onResize'];
  locale: string;
}) {
  const [typed, setTyped] = useState<string | null>(null);
  const [fault, setFault] = useState<Fault | null>(null);
  const show = (value: number) => showBytes(value, { locale });
  const take = () => {
    if (typed === null) return;
    const parsed = parseBytes(typed);
    setFault(parsed.ok ? null : parsed.fault);
    if (!parsed.ok) return;
    const sizeMiB = Math.round(parsed.value / MiB);
    if (sizeMiB < border.leastMiB || sizeMiB > border.mostMiB)
      return setFault({
        code: 'outside',
        sentence: `Between ${show(border.leastMiB * MiB)} and ${show(border.mostMiB * MiB)}.`,
        remedy: '',
      });
    setTyped(null);
    onResize(border.part, sizeMiB);
  };
  return (
    <span className="flex flex-wrap items-center gap-2">
      {fault && (
        <span role="alert" className="text-[0.8125rem] font-semibold text-over">
          {fault.sentence} {fault.remedy}
        </span>
      )}
      <input
        aria-label={`Size of ${border.name}`}
        className="figures h-11 w-32 rounded-xl border border-line-strong bg-surface px-3 text-right"
        value={typed ?? show(bytes)}
        aria-invalid={fault ? true : undefined}
        onChange={(event) => setTyped(event.target.value)}
        onBlur={take}
        onKeyDown={(event) => {
          if (event.key === 'Enter') take();
          if (event.key === 'Escape') {
            setTyped(null);
            setFault(null);
          }
        }}
      />
    </span>
  );
}
