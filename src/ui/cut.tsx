import type { Stack } from '@/core/fit';
import { showEstimate, showLengthMm } from '@/core/units';
import { type Box, type CutQuestion, cutGeometry } from './cut-geometry';

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

type Props = Omit<CutQuestion, 'stack'> & {
  stack: Stack;
  driveName: string;
  padName: string | null;
  sinkName: string | null;
  /** The margin that is picked beside the drawing: its layer is outlined. */
  active: string;
  locale: string;
};

/** The cut through the slot, to scale, with what is left over named at the right. */
export function Cut({ stack, driveName, padName, sinkName, active, locale, ...question }: Props) {
  const cut = cutGeometry({ stack, ...question });
  const options = { locale };
  const stretch = (cut.pxPerMmUp / cut.pxPerMmAlong).toFixed(1);
  const edge = (id: string) => (active === id ? { stroke: 'var(--ink)', strokeWidth: 2.5 } : {});
  const spanX = cut.mainBoard.x + cut.mainBoard.width + 14;
  const top = stack.sinkTop ?? stack.chipTop;
  const leftMm = stack.cover.known && top.known ? stack.cover.value - top.value : null;
  const summary = [
    `Cut through the slot with ${driveName}.`,
    stack.gap ? `Gap between chips and sink ${showEstimate(stack.gap, 'mm', options)}.` : '',
    leftMm === null
      ? 'The cover’s height is not known.'
      : `${showLengthMm(leftMm, locale)} left under the cover.`,
  ].join(' ');
  return (
    <figure className="m-0">
      <svg
        viewBox={`0 0 ${cut.width} ${cut.height}`}
        role="img"
        aria-label={summary}
        className="block max-h-[30vh] w-full"
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
        {rect(cut.module, 'var(--module)', edge('length'))}
        {cut.chips.map((chip) => (
          <g key={chip.x}>{rect(chip, 'var(--chip)', { stroke: 'var(--soft)', strokeWidth: 0.6 })}</g>
        ))}
        {cut.chipsBelow.map((chip) => (
          <g key={chip.x}>{rect(chip, 'var(--chip)', edge('sides'))}</g>
        ))}
        {rect(cut.socket, 'var(--lacquer-raised)', edge('key'))}
        {cut.pad && (
          <>
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
          </>
        )}
        {cut.sink && (
          <>
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
              {sinkName}
            </text>
          </>
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
              cover, {showEstimate(stack.cover, 'mm', options)}
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
        {cut.spans.gap && stack.gap && (
          <Span
            x={spanX}
            from={cut.spans.gap.from}
            to={cut.spans.gap.to}
            label={`gap ${stack.gap.known ? showLengthMm(stack.gap.value, locale) : '?'}`}
            color="var(--info)"
          />
        )}
        <Span
          x={spanX}
          from={cut.spans.module.from}
          to={cut.spans.module.to}
          label={stack.chipTop.known ? showLengthMm(stack.chipTop.value, locale) : '?'}
          color="var(--soft)"
        />
      </svg>
      <figcaption className="mt-1 text-[13px] text-soft">
        {driveName} · heights ×{stretch} · dashed stand-offs are the other positions · shading is the cover’s
        tolerance
      </figcaption>
    </figure>
  );
}
