import { Drawing } from '../drawing';
import { type Build, type FitAnswer, driveForm } from '@/core/fit';
import { caseHeight } from '@/core/part';
import { padWords } from '@/core/stack';
import { showEstimate } from '@/core/units';
import { Cut, type LayerId } from './cut';

type Props = {
  answer: FitAnswer;
  build: Build;
  active: string;
  onPick: (marginId: string) => void;
  onTry?: (layer: LayerId, mm: number) => void;
  locale: string;
};

/** The drawing of a build in its place: the cut through a slot for modules, the bay to scale for disks. */
export function SlotCut({ answer, build, active, onPick, onTry, locale }: Props) {
  const { layers, place } = answer;
  const size = driveForm(build);
  if (!layers || place.form.kind !== 'module' || size.kind !== 'module')
    return <Bay answer={answer} build={build} locale={locale} />;
  const { drive, sink, pads, adapter } = build;
  const { squeeze } = layers;
  const fixed = place.form.sink.kind === 'fixed' ? place.form.sink : null;
  const percent = squeeze?.known ? `, squeezed ${squeeze.value.toFixed(0)} %` : '';
  const adapterMm = adapter?.addsHeightMm.known ? adapter.addsHeightMm.value : 0;
  return (
    <Cut
      layers={layers}
      moduleLengthMm={size.lengthMm}
      roomBelow={place.form.roomBelowMm}
      adapterMm={adapterMm}
      standOffsMm={
        adapter ? [...new Set([...place.form.standOffsMm, size.lengthMm])] : place.form.standOffsMm
      }
      finned={fixed !== null || drive.ownSink !== undefined || (sink?.finsMm.value ?? 0) > 0}
      underPlate={Boolean(sink?.underBoardMm ?? (drive.ownSink && drive.ownSink.belowBoardMm.value > 0))}
      padFreeMm={layers.pads?.freeThicknessMm.value ?? null}
      driveName={`${drive.maker} ${drive.model}, ${drive.formFactor}`}
      padName={pads.length > 0 ? `pad ${padWords(pads)}${percent}` : null}
      sinkName={drive.ownSink ? 'the drive’s own sink' : (sink?.model ?? fixed?.name ?? null)}
      active={active}
      onPick={onPick}
      onTry={onTry}
      locale={locale}
    />
  );
}

const width = 860;
const height = 230;

/** A bay and what goes in, seen from the side and to one scale; the limit is a dashed line. */
function Bay({ answer: { place }, build, locale }: { answer: FitAnswer; build: Build; locale: string }) {
  const { drive, adapter } = build;
  const limit = 'heightAtMostMm' in place.form ? place.form.heightAtMostMm : null;
  const own = adapter ? adapter.addsHeightMm : caseHeight(drive);
  const upsideDown = 'mounting' in place.form && place.form.mounting === 'upside-down';
  const topMm = Math.max(limit?.known ? limit.value : 0, own.known ? own.value : 0, 4) * 1.25;
  const px = (height - 50) / topMm;
  const floor = height - 24;
  const box = own.known ? own.value * px : 40;
  const words = own.known ? showEstimate(own, 'mm', { locale }) : 'height not known';
  const name = adapter ? `${adapter.model} with ${drive.model}` : `${drive.maker} ${drive.model}`;
  return (
    <figure className="m-0">
      <Drawing
        viewBox={`0 0 ${width} ${height}`}
        role="img"
        aria-label={`${place.name} with ${name}, ${words}.`}
        className="block max-h-[28vh] w-full"
        id="cut"
      >
        <rect x={60} y={floor} width={620} height={8} fill="var(--board)" />
        <rect
          x={110}
          y={floor - box}
          width={500}
          height={box}
          rx={4}
          fill={own.known ? 'var(--metal)' : 'none'}
          stroke="var(--soft)"
          strokeDasharray={own.known ? undefined : '5 4'}
        />
        <rect
          x={130}
          y={upsideDown ? floor - box * 0.25 : floor - box}
          width={460}
          height={Math.max(3, box * 0.25)}
          fill="var(--module)"
        />
        <text x={360} y={floor - box / 2 + 5} fontSize={14} textAnchor="middle" fill="#1c1512">
          {name}
          {upsideDown ? ', upside down' : ''}
        </text>
        {limit?.known && (
          <>
            <rect
              x={60}
              y={floor - (limit.value + (limit.plus ?? 0)) * px}
              width={620}
              height={Math.max(1, ((limit.plus ?? 0) + (limit.minus ?? 0)) * px)}
              fill="var(--over)"
              opacity={0.16}
            />
            <path
              d={`M60 ${floor - limit.value * px} h620`}
              stroke="var(--over)"
              strokeWidth={2}
              strokeDasharray="7 5"
            />
            <text x={66} y={floor - limit.value * px - 7} fontSize={13} fontWeight={600} fill="var(--over)">
              bay, {showEstimate(limit, 'mm', { locale })}
            </text>
          </>
        )}
        <text x={694} y={floor - box / 2 + 5} fontSize={13} className="figures" fill="var(--soft)">
          {words}
        </text>
      </Drawing>
      <figcaption className="mt-1 text-[0.8125rem] text-soft">
        {place.name}
        {'mounting' in place.form && place.form.mounting && place.form.connectors
          ? ` · mounted ${place.form.mounting}, connectors ${place.form.connectors}`
          : ''}
      </figcaption>
    </figure>
  );
}
