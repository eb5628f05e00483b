import type { Band, Settled } from '@/core/heat';
import type { Known } from '@/core/margin';

const ends = ({ value, minus, plus }: Known, scale: number) =>
  minus === null || plus === null
    ? 'not known'
    : `${((value - minus) * scale).toFixed(0)}–${((value + plus) * scale).toFixed(0)}`;

/** What the heat settles at and what it costs, in words: the same figures as the margins. */
export function HeatWords({
  settled: { peakC, throttledShare, keptShare },
  limitC,
  firstMin,
}: {
  settled: Settled;
  /** Where the drive slows down by itself; null until it is told. */
  limitC: number | null;
  /** Minutes until it first does, among the runs in which it does; null where none has. */
  firstMin: Band | null;
}) {
  const surely = throttledShare.value - (throttledShare.minus ?? Infinity) > 0;
  const perhaps = throttledShare.value > 0 || throttledShare.plus !== 0;
  return (
    <p className="text-[0.8125rem]">
      Settles at{' '}
      <b className="figures">
        {peakC.value.toFixed(0)} °C ({ends(peakC, 1)})
      </b>
      {perhaps ? (
        <>
          {' '}
          if it never slowed down.{' '}
          <b className={surely ? 'text-over' : 'text-tight'}>
            {surely ? 'It slows down' : 'It may slow down'}
          </b>
          {firstMin &&
            `, first after ${firstMin.p50.toFixed(0)} min (${firstMin.p05.toFixed(0)}–${firstMin.p95.toFixed(0)})`}
          : <span className="figures">{ends(throttledShare, 100)} %</span> of its working time, and keeps{' '}
          <span className="figures">{ends(keptShare, 100)} %</span> of its speed.
        </>
      ) : (
        `, below ${limitC === null ? 'where' : `the ${limitC.toFixed(0)} °C at which`} it slows down.`
      )}
    </p>
  );
}
