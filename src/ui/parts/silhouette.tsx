import { Drawing } from '../drawing';
import type { Part } from '@/core/part';
import { showLengthMm } from '@/core/units';
import { silhouetteOf } from './silhouette-geometry';

type Props = { part: Part; width: number; height: number; labels?: boolean; locale?: string };

/** A part from the side: lengths to one scale across all parts, heights stretched so that tenths can be seen. */
export function SilhouetteDrawing({ part, width, height, labels = false, locale = 'en-GB' }: Props) {
  const { boxes, lengthMm, lowMm, highMm } = silhouetteOf(part);
  const room = labels ? 96 : 4;
  const alongMm = labels ? lengthMm * 1.02 : 150;
  const px = (width - room) / alongMm;
  // Small drawings keep one stretch, so that a tall part looks tall beside a flat one.
  const tall = highMm - lowMm;
  const up = labels ? (height - 16) / tall : tall <= 6 ? 7 : (height - 4) / (tall <= 16 ? 16 : 30);
  const floor = labels ? height - 8 + lowMm * up : height - 2 + lowMm * up;
  return (
    <Drawing
      viewBox={`0 0 ${width} ${height}`}
      width={labels ? undefined : width}
      height={labels ? undefined : height}
      className={labels ? 'block w-full' : 'block'}
      aria-hidden={labels ? undefined : true}
      role={labels ? 'img' : undefined}
      aria-label={
        labels
          ? `${part.model} from the side, ${showLengthMm(highMm - lowMm, locale)} high in all`
          : undefined
      }
    >
      {boxes.map(({ fromMm, toMm, lowMm: low, highMm: high, fill, dashed }, i) => (
        <rect
          key={i}
          x={2 + fromMm * px}
          y={floor - high * up}
          width={Math.max(1, (toMm - fromMm) * px)}
          height={Math.max(0.8, (high - low) * up)}
          fill={dashed ? 'none' : fill}
          stroke={dashed ? 'var(--soft)' : 'none'}
          strokeDasharray={dashed ? '3 2' : undefined}
        />
      ))}
      {labels && (
        <g stroke="var(--soft)" fill="none">
          <path d={`M${width - 84} ${floor - highMm * up} h10 m-5 0 V${floor - lowMm * up} m-5 0 h10`} />
          <text
            x={width - 68}
            y={floor - ((highMm + lowMm) / 2) * up + 5}
            stroke="none"
            fill="var(--ink)"
            fontSize={14}
            className="figures"
          >
            {showLengthMm(highMm - lowMm, locale)}
          </text>
        </g>
      )}
    </Drawing>
  );
}
