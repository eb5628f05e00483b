import { useState } from 'react';
import { type MapFace, type ScrewMap, pointsThere } from '@/core/device';
import type { Ledger, Procedure } from '@/core/work';

type Props = {
  map: ScrewMap;
  procedure: Pick<Procedure, 'fasteners' | 'cables'>;
  /** What the hands move now, as `fastener back` or `cable battery`: it stands out. */
  lit: readonly string[];
  /** What is out by now is drawn hollow; null where nothing is worked at. */
  ledger: Ledger | null;
  /** Told which point is pointed at, in the same words, so that the bowl can light its sector; null when it is left. */
  onPoint?: (key: string | null) => void;
};

/** Where each fastener and plug is, face by face; the faces of what is moved now come first. */
export function ScrewMapDrawing({ map, procedure, lit, ledger, onPoint }: Props) {
  const isLit = (face: MapFace) => face.points.some((point) => lit.includes(pointKey(point)));
  const faces = lit.length > 0 && map.some(isLit) ? map.filter(isLit) : map;
  return (
    <div className="grid gap-3">
      {faces.map((face) => (
        <figure key={face.id}>
          <FaceDrawing face={face} procedure={procedure} lit={lit} ledger={ledger} onPoint={onPoint} />
          <figcaption className="mt-1 text-center text-[0.8125rem] text-soft">{face.name}</figcaption>
        </figure>
      ))}
    </div>
  );
}

const pointKey = ({ of, id }: { of: 'fastener' | 'cable'; id: string }) => `${of} ${id}`;

/** Longest side of a face on the drawing, in its own units. */
const longest = 400;

/** Width and height of a face as it is drawn. */
export function faceSize({ acrossMm, downMm }: MapFace): { width: number; height: number } {
  const scale = longest / Math.max(acrossMm, downMm);
  return { width: acrossMm * scale, height: downMm * scale };
}

export function FaceDrawing({
  face,
  procedure,
  lit,
  ledger,
  onPoint,
  large = false,
  children,
}: Omit<Props, 'map'> & { face: MapFace; large?: boolean; children?: React.ReactNode }) {
  const { width, height } = faceSize(face);
  const points = pointsThere(face, procedure);
  const out = new Set(
    (ledger?.rows ?? []).filter(({ inPlace, group }) => inPlace < group.count).map(({ group }) => group.id),
  );
  const nameOf = (of: 'fastener' | 'cable', id: string) =>
    (of === 'fastener' ? procedure.fasteners : procedure.cables).find((one) => one.id === id)?.where ?? id;
  const words = [...new Set(points.map(({ of, id }) => nameOf(of, id)))].join(', ');
  return (
    <svg
      viewBox={`-8 -8 ${width + 16} ${height + 16}`}
      role="img"
      aria-label={`${face.name}: ${points.length} points. ${words}`}
      className={`mx-auto block w-full ${large ? 'max-h-[52vh]' : 'max-h-[22vh] max-w-[430px]'}`}
    >
      <rect
        width={width}
        height={height}
        rx={18}
        fill="var(--sunken)"
        stroke="var(--lacquer-raised)"
        strokeWidth={4}
      />
      {face.picture && <FacePhoto key={face.picture} sum={face.picture} width={width} height={height} />}
      {points.map(({ of, id, x, y }, i) => {
        const isLit = lit.includes(pointKey({ of, id }));
        const isOut = of === 'fastener' && out.has(id);
        const fill = isOut
          ? 'var(--surface)'
          : isLit
            ? 'var(--over)'
            : of === 'cable'
              ? 'var(--info)'
              : 'var(--ink)';
        // On a photo a point stands out by a light edge, whatever lies below it.
        const halo = face.picture
          ? { stroke: 'var(--surface)', strokeWidth: 5, paintOrder: 'stroke' as const }
          : null;
        const props = {
          fill,
          stroke: isLit ? 'var(--over)' : 'var(--ink)',
          strokeWidth: isLit ? 4 : 2,
          ...(isLit ? null : halo),
          onMouseEnter: onPoint && (() => onPoint(pointKey({ of, id }))),
          onMouseLeave: onPoint && (() => onPoint(null)),
        };
        return of === 'cable' ? (
          <rect key={`${i} ${id}`} x={x * width - 9} y={y * height - 6} width={18} height={12} {...props}>
            <title>{nameOf(of, id)}</title>
          </rect>
        ) : (
          <circle key={`${i} ${id}`} cx={x * width} cy={y * height} r={isLit ? 9 : 7} {...props}>
            <title>{nameOf(of, id)}</title>
          </circle>
        );
      })}
      {children}
    </svg>
  );
}

/** The photo of a face below its points; where it is not kept here, that is said and the outline stays. */
function FacePhoto({ sum, width, height }: { sum: string; width: number; height: number }) {
  const [isGone, setGone] = useState(false);
  return isGone ? (
    <text x={width / 2} y={height - 14} textAnchor="middle" fontSize={18} fill="var(--ink-soft)">
      its photo is not here
    </text>
  ) : (
    <image
      href={`/api/pictures/${sum}`}
      width={width}
      height={height}
      preserveAspectRatio="none"
      style={{ clipPath: 'inset(0 round 18px)' }}
      onError={() => setGone(true)}
    />
  );
}
