import { type CandidateLine, type FitAnswer, fasterGain } from '@/core/fit';
import { type Money, showMoney, showRate } from '@/core/units';
import { Card } from '../station-frame';

type Props = {
  answer: FitAnswer;
  /** The candidates around, to say what a faster drive would gain. */
  line: CandidateLine | null;
  lines: CandidateLine[];
  currency: string;
  locale: string;
};

/** Where the speed goes: each link as wide as it carries, the narrowest named, and what a faster drive would be worth. */
export function ChainCard({ answer, line, lines, currency, locale }: Props) {
  const { links, narrowest, rate: through } = answer.speed;
  const isKnown = through.known;
  const need = answer.place.limits.readAtLeastBytesPerS;
  const shown = [...links, ...(need.known ? [{ name: 'device needs', rate: need }] : [])];
  const most = Math.max(1, ...shown.map(({ rate }) => (rate.known ? rate.value : 0)));
  const gain = line && fasterGain(line, lines);
  const money = (minor: number): string => showMoney({ minor, currency } satisfies Money, locale);
  return (
    <Card title="Where the speed goes">
      <ul className="grid gap-1.5">
        {shown.map(({ name, rate }) => {
          const is = name === narrowest;
          const needed = name === 'device needs';
          return (
            <li key={name} className="grid grid-cols-[112px_1fr_auto] items-center gap-2 text-[0.8125rem]">
              <span className={is ? 'font-bold' : ''}>{name}</span>
              <span className="relative h-4 rounded-sm bg-sunken">
                {rate.known && (
                  <span
                    className={`absolute inset-y-0 left-0 rounded-sm ${needed ? 'bg-clear-fill' : is ? 'bg-info-fill' : 'bg-line-strong'}`}
                    style={{ width: `${Math.max(1, (rate.value / most) * 100)}%` }}
                  />
                )}
              </span>
              <span className="figures text-right">{rate.known ? showRate(rate.value, locale) : '?'}</span>
            </li>
          );
        })}
      </ul>
      <p className="mt-2 text-[0.8125rem] text-soft">
        {isKnown ? (
          <>
            Narrowest: <b className="text-ink">{narrowest}</b>.{' '}
          </>
        ) : (
          'Which link is the narrowest is not known. '
        )}
        {!isKnown
          ? ''
          : gain
            ? gain.gainBytesPerS < 1e6
              ? `A faster one, the ${gain.line.build.drive.model}, gains nothing here and costs ${money(gain.extraMinor)} ${gain.extraMinor < 0 ? '(less)' : 'more'}.`
              : `The fastest that fits, the ${gain.line.build.drive.model}, gains ${showRate(gain.gainBytesPerS, locale)} for ${money(gain.extraMinor)}.`
            : 'No faster drive of this size fits.'}
      </p>
    </Card>
  );
}
