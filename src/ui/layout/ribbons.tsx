import { Drawing } from '../drawing';
import type { KeyboardEvent, PointerEvent, ReactNode } from 'react';
import { type Layout, oldBytes, placedBytes } from '@/core/disk';
import { showBytes } from '@/core/units';
import { ribbonGeometry, ribbonRows } from './ribbons-geometry';

const partFills = ['var(--part-a)', 'var(--part-b)', 'var(--part-c)', 'var(--part-d)', 'var(--part-e)'];

/** A partition keeps its colour wherever it is drawn: it goes by its number. */
export const fillOf = (number: number): string => partFills[(number - 1) % partFills.length]!;

/** A border that can be dragged: the right one of a partition, with the sizes that it may give it. */
export type Border = { part: number; name: string; sizeMiB: number; leastMiB: number; mostMiB: number };

type Props = {
  layout: Layout;
  /** Bytes in use by partition number, where they were read. */
  usedByPartition: Record<number, number> | null;
  oldLabel: string;
  newLabel: string;
  locale: string;
  borders?: Border[];
  onDrag?: (part: number, sizeMiB: number) => void;
};

const { sourceY, targetY, barHeight } = ribbonRows;

/** Ribbons from the old partitions to the new ones, on one scale of bytes; borders of the new partitions can be moved. */
export function Ribbons({
  layout,
  usedByPartition,
  oldLabel,
  newLabel,
  locale,
  borders = [],
  onDrag,
}: Props) {
  const drawn = ribbonGeometry(layout);
  const size = (bytes: number) => showBytes(bytes, { locale });
  const summary = layout.partitions
    .map(
      (part) =>
        `${part.name}: ${size(oldBytes(layout, part))} to ${size(placedBytes(layout, part))}, ${part.change}`,
    )
    .join('; ');
  const mebibytesPerPx = (layout.targetSectors * layout.sectorBytes) / 2 ** 20 / drawn.targetWidth;
  return (
    <Drawing viewBox={`0 0 ${drawn.width} 194`} className="block w-full touch-pan-y select-none">
      <g role="img" aria-label={`Where each partition goes. ${summary}.`}>
        <Label y={16}>{oldLabel}</Label>
        <Label y={188}>{newLabel}</Label>
        {drawn.parts.map(({ part, path }) => (
          <path key={part.number} d={path} fill={fillOf(part.number)} opacity={0.22} />
        ))}
        {drawn.dropped.map(({ number, name, x, width }) => (
          <Outline key={number} x={x} width={width} y={sourceY} title={name} note="stays behind" />
        ))}
        {drawn.parts.map(({ part, fromX, fromWidth, toX, toWidth }) => {
          const fill = fillOf(part.number);
          const used = usedByPartition?.[part.number];
          const old = `${size(oldBytes(layout, part))}${used === undefined ? '' : ` · ${size(used)} used`}`;
          const usedShare = used === undefined ? 0 : Math.min(1, used / Math.max(1, oldBytes(layout, part)));
          return (
            <g key={part.number}>
              {fromWidth > 0 && (
                <>
                  <Bar x={fromX} y={sourceY} width={fromWidth} fill={fill} title={part.name} note={old} />
                  {fromWidth > 40 && usedShare > 0 && (
                    <rect
                      x={fromX + 1}
                      y={sourceY + barHeight - 5}
                      width={Math.max(2, (fromWidth - 2) * usedShare)}
                      height={5}
                      fill="black"
                      opacity={0.35}
                    />
                  )}
                </>
              )}
              <Bar
                x={toX}
                y={targetY}
                width={toWidth}
                fill={fill}
                title={part.name}
                note={`${size(placedBytes(layout, part))} · ${part.change}`}
              />
            </g>
          );
        })}
        {drawn.spare && (
          <Outline
            x={drawn.spare.x}
            width={drawn.spare.width}
            y={targetY}
            title="spare"
            note={size(layout.spareBytes)}
          />
        )}
      </g>
      {onDrag &&
        borders.map((border) => {
          const placed = drawn.parts.find(({ part }) => part.number === border.part);
          return (
            placed && (
              <Handle
                key={border.part}
                border={border}
                x={placed.toX + placed.toWidth}
                mebibytesPerPx={mebibytesPerPx}
                words={`${size(border.sizeMiB * 2 ** 20)}, between ${size(border.leastMiB * 2 ** 20)} and ${size(border.mostMiB * 2 ** 20)}`}
                onDrag={onDrag}
              />
            )
          );
        })}
    </Drawing>
  );
}

function Label({ y, children }: { y: number; children: ReactNode }) {
  return (
    <text x={0} y={y} fontSize={13} fill="var(--soft)">
      {children}
    </text>
  );
}

type BarProps = { x: number; y: number; width: number; title: string; note: string };

/** About how many letters of a bar's title stand in its width. */
const fits = (text: string, width: number) => text.length * 7.2 + 18 < width;

function Bar({ x, y, width, fill, title, note }: BarProps & { fill: string }) {
  return (
    <>
      <rect x={x + 1} y={y} width={Math.max(1, width - 2)} height={barHeight} rx={4} fill={fill} />
      {width > 60 && fits(title, width) && (
        <text x={x + 10} y={y + 19} fill="white" fontSize={13} fontWeight={600}>
          {title}
          {fits(note, width) && (
            <tspan x={x + 10} dy={17} fontSize={12} fontWeight={400} className="figures">
              {note}
            </tspan>
          )}
        </text>
      )}
    </>
  );
}

/** Room that nothing takes: unpartitioned, or a partition that is left behind. */
function Outline({ x, y, width, title, note }: BarProps) {
  return (
    <g>
      <rect
        x={x + 2}
        y={y + 1}
        width={Math.max(1, width - 4)}
        height={barHeight - 2}
        rx={4}
        fill="none"
        stroke="var(--line-strong)"
        strokeWidth={1.5}
        strokeDasharray="5 4"
      />
      {width > 78 && (
        <text x={x + 18} y={y + 19} fontSize={13} fill="var(--ink)">
          {title}
          {fits(note, width) && (
            <tspan x={x + 18} dy={17} fontSize={12} className="figures">
              {note}
            </tspan>
          )}
        </text>
      )}
    </g>
  );
}

type HandleProps = {
  border: Border;
  x: number;
  mebibytesPerPx: number;
  words: string;
  onDrag: (part: number, sizeMiB: number) => void;
};

/** The border's handle: dragged, or moved by arrow keys in steps of 1 GiB (with Shift 1 MiB, with Page keys 32 GiB). */
function Handle({ border, x, mebibytesPerPx, words, onDrag }: HandleProps) {
  const move = (sizeMiB: number) =>
    onDrag(border.part, Math.round(Math.min(border.mostMiB, Math.max(border.leastMiB, sizeMiB))));
  const onKeyDown = (event: KeyboardEvent) => {
    const step = event.shiftKey ? 1 : 1024;
    const moves: Record<string, number> = {
      ArrowLeft: border.sizeMiB - step,
      ArrowDown: border.sizeMiB - step,
      ArrowRight: border.sizeMiB + step,
      ArrowUp: border.sizeMiB + step,
      PageDown: border.sizeMiB - 32 * 1024,
      PageUp: border.sizeMiB + 32 * 1024,
      Home: border.leastMiB,
      End: border.mostMiB,
    };
    const to = moves[event.key];
    if (to === undefined) return;
    event.preventDefault();
    move(to);
  };
  const onPointerDown = (event: PointerEvent<SVGGElement>) => {
    const handle = event.currentTarget;
    const svg = handle.ownerSVGElement!;
    const scale = svg.viewBox.baseVal.width / svg.getBoundingClientRect().width;
    const [startX, startMiB] = [event.clientX, border.sizeMiB];
    handle.setPointerCapture(event.pointerId);
    const onMove = (moved: globalThis.PointerEvent) =>
      move(startMiB + (moved.clientX - startX) * scale * mebibytesPerPx);
    const onUp = () => {
      handle.removeEventListener('pointermove', onMove);
      handle.removeEventListener('pointerup', onUp);
      handle.removeEventListener('pointercancel', onUp);
    };
    handle.addEventListener('pointermove', onMove);
    handle.addEventListener('pointerup', onUp);
    handle.addEventListener('pointercancel', onUp);
  };
  return (
    <g
      role="slider"
      data-drawn
      tabIndex={0}
      aria-label={`End of ${border.name}`}
      aria-orientation="horizontal"
      aria-valuenow={border.sizeMiB}
      aria-valuemin={border.leastMiB}
      aria-valuemax={border.mostMiB}
      aria-valuetext={words}
      className="cursor-ew-resize touch-none"
      onKeyDown={onKeyDown}
      onPointerDown={onPointerDown}
    >
      <rect x={x - 14} y={targetY - 8} width={28} height={barHeight + 16} fill="transparent" />
      <rect
        x={x - 5}
        y={targetY + 3}
        width={10}
        height={barHeight - 6}
        rx={4}
        fill="var(--surface)"
        stroke="var(--ink)"
        strokeWidth={1.5}
      />
    </g>
  );
}
