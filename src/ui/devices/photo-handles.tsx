import { useEffect, useRef } from 'react';
import type { PhotoPoint } from '@/core/device';

/** How large a photo is, px, and how wide it is drawn. */
export type PhotoSize = { widthPx: number; heightPx: number; shownPx: number };

type Props = {
  photo: File;
  /** What is to be seen on it. */
  alt: string;
  /** The blue ones belong to the scale. */
  handles: readonly { name: string; at: PhotoPoint; isBlue?: boolean }[];
  /** How far an arrow key moves a ring, as a share of the photo; ten times as far with Shift. */
  stepShare: number;
  onMove: (which: number, to: (at: PhotoPoint) => PhotoPoint) => void;
  /** Told once it is drawn. */
  onSize?: (size: PhotoSize) => void;
  /** Told where it is no picture that a browser can show. */
  onDamaged: () => void;
  /** Lines between the rings, in shares of the photo (SVG from 0 to 1). */
  children: React.ReactNode;
};

const within = (share: number) => Math.min(1, Math.max(0, share));
const arrows: Readonly<Partial<Record<string, readonly [number, number]>>> = Object.freeze({
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
});

/** A photo with rings on it that are dragged, or moved by arrow keys. */
export function PhotoHandles({ photo, alt, handles, stepShare, onMove, onSize, onDamaged, children }: Props) {
  const image = useRef<HTMLImageElement>(null);
  const frame = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const made = URL.createObjectURL(photo);
    if (image.current) image.current.src = made;
    return () => URL.revokeObjectURL(made);
  }, [photo]);
  const drag = (i: number, event: React.PointerEvent) => {
    const drawn = frame.current?.getBoundingClientRect();
    if (!drawn || !event.currentTarget.hasPointerCapture(event.pointerId)) return;
    const { clientX, clientY } = event;
    onMove(i, () => ({
      x: within((clientX - drawn.left) / drawn.width),
      y: within((clientY - drawn.top) / drawn.height),
    }));
  };
  return (
    <div className="grid justify-items-center overflow-hidden p-6">
      <div ref={frame} className="relative touch-none select-none">
        <img
          ref={image}
          alt={alt}
          className="block max-h-[44vh] max-w-full"
          draggable={false}
          onLoad={({ currentTarget: { naturalWidth, naturalHeight, clientWidth } }) =>
            onSize?.({ widthPx: naturalWidth, heightPx: naturalHeight, shownPx: clientWidth })
          }
          onError={onDamaged}
        />
        <svg viewBox="0 0 1 1" preserveAspectRatio="none" className="absolute inset-0 size-full" aria-hidden>
          {children}
        </svg>
        {handles.map(({ name, at: { x, y }, isBlue }, i) => (
          <button
            key={name}
            type="button"
            aria-label={`${name}: ${(100 * x).toFixed(1)} % across, ${(100 * y).toFixed(1)} % down`}
            className={`absolute size-11 -translate-x-1/2 -translate-y-1/2 cursor-grab rounded-full border-4 bg-transparent focus-visible:outline-3 focus-visible:outline-info ${isBlue ? 'border-info' : 'border-over'}`}
            style={{ left: `${100 * x}%`, top: `${100 * y}%` }}
            onPointerDown={(event) => event.currentTarget.setPointerCapture(event.pointerId)}
            onPointerMove={(event) => drag(i, event)}
            onKeyDown={(event) => {
              const by = arrows[event.key];
              if (!by) return;
              const far = stepShare * (event.shiftKey ? 10 : 1);
              onMove(i, (one) => ({ x: within(one.x + by[0] * far), y: within(one.y + by[1] * far) }));
              event.preventDefault();
              event.stopPropagation();
            }}
          />
        ))}
      </div>
    </div>
  );
}

/** Said where the file is no picture. */
export const DamagedPhoto = () => (
  <p role="alert" className="font-semibold text-over">
    This file is no picture that can be shown here. Take JPEG, PNG or WebP.
  </p>
);
