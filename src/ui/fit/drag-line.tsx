import { useRef } from 'react';
import { showLengthMm } from '@/core/units';

type Props = {
  name: string;
  mm: number;
  x: number;
  y: number;
  /** Where the layer itself ends, for the line that leads to it. */
  toX: number;
  pxPerMm: number;
  /** −1 where the value grows as the handle goes down: room below the module. */
  direction: 1 | -1;
  onTry: (mm: number) => void;
};

const stepMm = 0.05;
const rounded = (mm: number) => Math.max(0.05, Math.round(mm / stepMm) * stepMm);

/** A handle on one layer of the drawing: dragged by a pointer, or moved by the arrow keys. */
export function DragLine({ name, mm, x, y, toX, pxPerMm, direction, onTry }: Props) {
  const from = useRef<{ y: number; mm: number; scale: number } | null>(null);
  return (
    <g
      role="slider"
      data-drawn
      tabIndex={0}
      aria-label={name}
      aria-valuenow={Math.round(mm * 100) / 100}
      aria-valuetext={showLengthMm(mm)}
      aria-valuemin={0}
      aria-valuemax={60}
      aria-orientation="vertical"
      className="cursor-ns-resize touch-none"
      onKeyDown={(event) => {
        const by = { ArrowUp: stepMm, ArrowDown: -stepMm, PageUp: 0.5, PageDown: -0.5 }[event.key];
        if (by === undefined) return;
        event.preventDefault();
        onTry(rounded(mm + by * direction));
      }}
      onPointerDown={(event) => {
        const svg = event.currentTarget.ownerSVGElement;
        const scale = svg?.getScreenCTM()?.a ?? 1;
        from.current = { y: event.clientY, mm, scale };
        event.currentTarget.setPointerCapture(event.pointerId);
      }}
      onPointerMove={(event) => {
        if (!from.current) return;
        const { y: start, mm: at, scale } = from.current;
        onTry(rounded(at + ((start - event.clientY) / scale / pxPerMm) * direction));
      }}
      onPointerUp={() => (from.current = null)}
      onPointerCancel={() => (from.current = null)}
    >
      <path d={`M${x} ${y} H${toX}`} stroke="var(--soft)" strokeWidth={0.8} strokeDasharray="2 3" />
      <rect x={x - 11} y={y - 11} width={22} height={22} fill="transparent" />
      <rect
        x={x - 7}
        y={y - 5}
        width={14}
        height={10}
        rx={3}
        fill="var(--surface)"
        stroke="var(--ink)"
        strokeWidth={1.4}
      />
      <path d={`M${x - 3} ${y - 1.5} h6 M${x - 3} ${y + 1.5} h6`} stroke="var(--ink)" strokeWidth={1} />
    </g>
  );
}
