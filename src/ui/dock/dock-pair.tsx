import Link from '../link';
import { gradeWords, isProof } from '@/core/copy';
import type { DockPair } from '@/core/job-view';
import { showBytes, showDurationRange, showRate } from '@/core/units';
import { Button } from '../button';
import { CopyBar, copyShares } from '../copy-bar';

/** A simulated drive says so; an image file by its name. */
export const kindOfDrive = ({ file }: DockPair['old']): string =>
  file === null ? 'simulated' : `image file ${file}`;

type Props = {
  pair: DockPair;
  locale: string;
  onAct: (jobId: string, version: number, kind: 'copy' | 'copy-stop') => void;
};

/** One job's two ports with the copy between them: how far it is, and whether the drives may be taken out. */
export function DockPairCard({ pair, locale, onAct }: Props) {
  const { copy } = pair;
  return (
    <section className="rounded-2xl border bg-surface px-4 py-3" aria-label={`${pair.jobId}, ${pair.device}`}>
      <div className="mb-2 flex flex-wrap items-baseline gap-x-3">
        <h2 className="text-[1.125rem]">
          <Link href={`/jobs/${pair.jobId}/carry-over`} className="hover:underline">
            {pair.device}
          </Link>
        </h2>
        <span className="figures text-soft">{pair.jobId}</span>
        <span className="text-soft">{pair.who}</span>
        <span className="ml-auto text-[0.875rem] text-soft">
          {pair.caseModel}
          {pair.caseLink && `, ${pair.caseLink}`}
        </span>
      </div>
      <div className="grid items-center gap-3 md:grid-cols-[minmax(0,210px)_minmax(0,1fr)_minmax(0,210px)]">
        <Port
          name="A"
          drive={pair.old}
          words={`old drive, only read · ${kindOfDrive(pair.old)}`}
          locale={locale}
          busy={copy.kind === 'running'}
        />
        <Between pair={pair} locale={locale} onAct={onAct} />
        {pair.isNewInside ? (
          <p className="rounded-xl border border-dashed border-line-strong p-3 text-soft">
            Port B is empty: {pair.new.benchLabel} sits in the device.
          </p>
        ) : (
          <Port
            name="B"
            drive={pair.new}
            words={`new drive, overwritten · ${kindOfDrive(pair.new)}`}
            locale={locale}
            busy={copy.kind === 'running'}
          />
        )}
      </div>
    </section>
  );
}

function Port({
  name,
  drive,
  words,
  locale,
  busy,
}: {
  name: string;
  drive: DockPair['old'];
  words: string;
  locale: string;
  busy: boolean;
}) {
  return (
    <div className="rounded-xl border p-3">
      <p className="flex items-center gap-2">
        <span className="grid size-8 place-items-center rounded-lg bg-lacquer font-display text-[1.0625rem] font-bold text-lacquer-ink">
          {name}
        </span>
        <b className="figures rounded border border-ink px-1.5 text-[1rem]">{drive.benchLabel}</b>
      </p>
      <p className="figures mt-1 text-[0.875rem]">
        {showBytes(drive.sectors * drive.sectorBytes, { locale })}
      </p>
      <p className="text-[0.8125rem] text-soft">{words}</p>
      <p className={`text-[0.8125rem] font-semibold ${busy ? 'text-over' : 'text-clear'}`}>
        {busy ? 'do not unplug' : 'may be unplugged'}
      </p>
    </div>
  );
}

function Between({ pair, locale, onAct }: Props) {
  const { copy } = pair;
  if (copy.kind === 'finished')
    return (
      <p className="text-center">
        <b className={pair.mayGoIn && pair.grade && isProof(pair.grade) ? 'text-clear' : 'text-tight'}>
          {pair.grade ? gradeWords[pair.grade] : 'Finished'}.
        </b>
        <span className="block text-[0.875rem] text-soft">
          {pair.mayGoIn ? 'Ready for Swap.' : 'Held before Swap: see Carry over.'}
        </span>
      </p>
    );
  if (copy.kind === 'none')
    return (
      <p className="text-center text-soft">
        Nothing copied yet.{' '}
        <Link
          href={`/jobs/${pair.jobId}/carry-over`}
          className="font-semibold text-ink underline underline-offset-4"
        >
          Arm and start it
        </Link>
      </p>
    );
  if (copy.kind === 'interrupted')
    return (
      <div className="text-center">
        <p className="font-semibold text-over">{copy.fault?.sentence ?? 'The copy was interrupted.'}</p>
        <p className="text-[0.875rem]">
          {copy.fault?.remedy ?? `${copy.verifiedBlocks} blocks are matched; it goes on behind them.`}
        </p>
        <div className="mt-2">
          <Button onClick={() => onAct(pair.jobId, pair.version, 'copy')}>Go on</Button>
        </div>
      </div>
    );
  const p = copy.progress;
  const share = copyShares(p).matched;
  const left = p?.rate.secondsLeft ?? null;
  return (
    <div>
      <div className="flex flex-wrap items-baseline gap-x-3 whitespace-nowrap">
        <b className="font-display text-[1.875rem] leading-none">{Math.floor(share * 100)} %</b>
        <span className="figures text-[0.875rem]">
          {p && p.rate.nowBytesPerS > 0 ? showRate(p.rate.nowBytesPerS, locale) : 'begins …'}
        </span>
        <span className="figures ml-auto text-[0.875rem]">
          {left ? `${showDurationRange(left.least, left.most)} left` : ''}
        </span>
      </div>
      <CopyBar progress={p} label={`${pair.jobId}: read back and matched`} />
      <div className="flex items-center gap-3">
        <Button onClick={() => onAct(pair.jobId, pair.version, 'copy-stop')}>Stop safely</Button>
        {p?.rate.drop && (
          <span className="text-[0.875rem] font-semibold text-tight">its fast cache is full</span>
        )}
        {p && p.unreadableBytes > 0 && (
          <span className="text-[0.875rem] font-semibold text-over">
            {showBytes(p.unreadableBytes, { locale })} could not be read
          </span>
        )}
      </div>
    </div>
  );
}
