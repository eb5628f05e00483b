import { Drawing } from '../drawing';
import { showEstimate, showLengthMm } from '@/core/units';
import { type Box, type CutQuestion, cutGeometry } from './cut-geometry';
import { DragLine } from './drag-line';

const rect = (area: Box, fill: string, extra: object = {}) => (
  <rect x={area.x} y={area.y} width={area.width} height={area.height} fill={fill} {...extra} />
);

function Span({
  x,
  from,
  to,
  label,
  color,
}: {
  x: number;
  from: number;
  to: number;
  label: string;
  color: string;
}) {
  return (
    <g stroke={color} strokeWidth={1.5}>
      <path d={`M${x - 5} ${from} H${x + 5} M${x - 5} ${to} H${x + 5} M${x} ${from} V${to}`} fill="none" />
      <text x={x + 10} y={(from + to) / 2 + 4} fill={color} stroke="none" className="figures" fontSize={13}>
        {label}
      </text>
    </g>
  );
}

/** Layers that can be dragged or typed to try another height. */
export type LayerId = 'cover' | 'sink' | 'pad' | 'chips' | 'module' | 'floor';

type Props = CutQuestion & {
  driveName: string;
  padName: string | null;
  sinkName: string | null;
  /** The margin that is picked beside the drawing: its layer is outlined. */
  active: string;
  onPick: (marginId: string) => void;
  /** Tries another height of a layer, mm above the main board (a pad: its free thickness). */
  onTry?: (layer: LayerId, mm: number) => void;
  locale: string;
};

/** The cut through the slot, to scale, with what is left over named at the right. */
export function Cut({ driveName, padName, sinkName, active, onPick, onTry, locale, ...question }: Props) {
  const { layers } = question;
  const cut = cutGeometry(question);
  const options = { locale };
  const stretch = (cut.pxPerMmUp / cut.pxPerMmAlong).toFixed(1);
  const edge = (id: string) => (active === id ? { stroke: 'var(--ink)', strokeWidth: 2.5 } : {});
  const spanX = cut.mainBoard.x + cut.mainBoard.width + 14;
  const { top } = layers;
  const leftMm = layers.cover.known && top.known ? layers.cover.value - top.value : null;
  const summary = [
    `Cut through the slot with ${driveName}.`,
    layers.gap ? `Gap between chips and sink ${showEstimate(layers.gap, 'mm', options)}.` : '',
    leftMm === null
      ? 'The cover’s height is not known.'
      : `${showLengthMm(leftMm, locale)} left under the cover.`,
  ].join(' ');
  return (
    <figure className="m-0">
      <Drawing
        viewBox={`0 0 ${cut.width} ${cut.height}`}
        // With handles inside it is a group: an image may not hold anything to operate.
        role={onTry ? 'group' : 'img'}
        aria-label={summary}
        className="block max-h-[22vh] w-full"
        id="cut"
      >
        {rect(cut.mainBoard, 'var(--board)')}
        <text x={cut.mainBoard.x + 8} y={cut.mainBoard.y + 13} fill="white" fontSize={12}>
          main board
        </text>
        {cut.standOffs.map((standOff) => (
          <g key={standOff.mm}>
            <rect
              x={standOff.x - 9}
              y={cut.mainBoard.y - standOff.height}
              width={18}
              height={standOff.height}
              fill={standOff.used ? 'var(--tight-fill)' : 'none'}
              stroke="var(--tight)"
              strokeDasharray={standOff.used ? undefined : '3 3'}
            />
            <text
              x={standOff.x}
              y={cut.mainBoard.y + 14}
              fill="white"
              fontSize={11}
              textAnchor="middle"
              className="figures"
            >
              {standOff.mm}
            </text>
          </g>
        ))}
        {cut.floor && (
          <g onClick={() => onPick('below')}>
            {rect(cut.floor.band, 'var(--line-strong)', { opacity: 0.55, ...edge('below') })}
          </g>
        )}
        {cut.adapter && rect(cut.adapter, 'var(--part-c)', edge('adapter'))}
        <g onClick={() => onPick('length')}>{rect(cut.module, 'var(--module)', edge('length'))}</g>
        {cut.chips.map((chip) => (
          <g key={chip.x}>{rect(chip, 'var(--chip)', { stroke: 'var(--soft)', strokeWidth: 0.6 })}</g>
        ))}
        {cut.chipsBelow.map((chip) => (
          <g key={chip.x} onClick={() => onPick('below')}>
            {rect(chip, 'var(--chip)', edge('below'))}
          </g>
        ))}
        {rect(cut.socket, 'var(--lacquer-raised)', edge('key'))}
        {cut.sink?.under && rect(cut.sink.under, 'var(--metal)', edge('below'))}
        {cut.pad && (
          <g onClick={() => onPick('squeeze')}>
            {rect(cut.pad, 'var(--pad)', {
              stroke: 'var(--soft)',
              strokeDasharray: '5 4',
              ...edge('squeeze'),
            })}
            {padName && (
              <text x={cut.pad.x + 12} y={cut.pad.y + cut.pad.height / 2 + 4} fontSize={13} fill="#2a1a14">
                {padName}
              </text>
            )}
          </g>
        )}
        {cut.sink && (
          <g onClick={() => onPick('cover')}>
            {cut.sink.fins.map((fin) => (
              <g key={fin.x}>{rect(fin, 'var(--metal)')}</g>
            ))}
            {rect(cut.sink.base, 'var(--metal)', edge('cover'))}
            <text
              x={cut.sink.base.x + 14}
              y={cut.sink.base.y + cut.sink.base.height / 2 + 4}
              fontSize={12}
              fill="#1c1512"
            >
              {cut.sink.base.height > 12 ? sinkName : ''}
            </text>
          </g>
        )}
        {cut.cover ? (
          <>
            {rect(cut.cover.band, 'var(--over)', { opacity: 0.16 })}
            <path
              d={`M${cut.cover.band.x} ${cut.cover.y} h${cut.cover.band.width}`}
              stroke="var(--over)"
              strokeWidth={2}
              strokeDasharray="7 5"
            />
            <text
              x={cut.cover.band.x + 6}
              y={cut.cover.y - 7}
              fontSize={13}
              fill="var(--over)"
              fontWeight={600}
            >
              cover, {showEstimate(layers.cover, 'mm', options)}
            </text>
          </>
        ) : (
          <text x={cut.mainBoard.x + 6} y={14} fontSize={13} fill="var(--soft)" fontWeight={600}>
            cover: height not known
          </text>
        )}
        {cut.spans.left && leftMm !== null && (
          <Span
            x={spanX}
            from={cut.spans.left.from}
            to={cut.spans.left.to}
            label={`${showLengthMm(leftMm, locale)} ${leftMm < 0 ? 'too high' : 'left'}`}
            color={leftMm < 0 ? 'var(--over)' : 'var(--clear)'}
          />
        )}
        {cut.spans.gap && layers.gap && (
          <Span
            x={spanX}
            from={cut.spans.gap.from}
            to={cut.spans.gap.to}
            label={`gap ${layers.gap.known ? showLengthMm(layers.gap.value, locale) : '?'}`}
            color="var(--info)"
          />
        )}
        <Span
          x={spanX}
          from={cut.spans.module.from}
          to={cut.spans.module.to}
          label={layers.chipTop.known ? showLengthMm(layers.chipTop.value, locale) : '?'}
          color="var(--soft)"
        />
        {onTry &&
          dragLines(question, cut).map((line) => (
            <DragLine
              key={line.layer}
              {...line}
              pxPerMm={cut.pxPerMmUp}
              direction={line.layer === 'floor' ? -1 : 1}
              onTry={(mm) => onTry(line.layer, mm)}
            />
          ))}
      </Drawing>
      <figcaption className="text-[0.8125rem] text-soft">
        {driveName} · heights ×{stretch}
        {onTry ? ' · drag a handle, or use arrow keys on it, to try another height' : ''}
      </figcaption>
    </figure>
  );
}

const valueOf = (e: CutQuestion['layers']['cover'] | null) => (e?.known ? e.value : null);

/** Handles at the right of the drawing: each moves one layer. */
function dragLines({ layers, padFreeMm, roomBelow }: CutQuestion, cut: ReturnType<typeof cutGeometry>) {
  const y = (mm: number) => cut.mainBoard.y - mm * cut.pxPerMmUp;
  const x = cut.mainBoard.x + cut.mainBoard.width;
  const end = (area: Box | null | undefined) => (area ? area.x + area.width : x);
  const lines: {
    layer: LayerId;
    name: string;
    mm: number | null;
    at: number | null;
    x: number;
    toX: number;
  }[] = [
    { layer: 'cover', name: 'cover', mm: valueOf(layers.cover), at: valueOf(layers.cover), x, toX: x },
    {
      layer: 'sink',
      name: 'underside of the sink',
      mm: layers.sinkPlace === 'fixed' ? valueOf(layers.sinkUnderside) : null,
      at: valueOf(layers.sinkUnderside),
      x: cut.mainBoard.x,
      toX: cut.sink?.base.x ?? cut.mainBoard.x,
    },
    {
      layer: 'pad',
      name: 'pad, free thickness',
      mm: padFreeMm,
      at: cut.pad ? (cut.mainBoard.y - cut.pad.y) / cut.pxPerMmUp : null,
      x: x - 20,
      toX: end(cut.pad),
    },
    {
      layer: 'chips',
      name: 'top of the chips',
      mm: valueOf(layers.chipTop),
      at: valueOf(layers.chipTop),
      x: x - 42,
      toX: end(cut.chips.at(-1)),
    },
    {
      layer: 'floor',
      name: 'room below the module',
      mm: valueOf(roomBelow),
      at: cut.floor ? (cut.mainBoard.y - cut.floor.y) / cut.pxPerMmUp : null,
      x: cut.mainBoard.x + 30,
      toX: cut.floor?.band.x ?? cut.mainBoard.x,
    },
    {
      layer: 'module',
      name: 'underside of the module',
      mm: valueOf(layers.moduleUnderside),
      at: valueOf(layers.moduleUnderside),
      x: x - 64,
      toX: end(cut.module),
    },
  ];
  return lines.flatMap(({ layer, name, mm, at, x: atX, toX }) =>
    mm === null || at === null ? [] : [{ layer, name, mm, x: atX, toX, y: y(at) }],
  );
}
