import dynamic from 'next/dynamic';
import {
  type CopyProgress,
  type CopyState,
  gradeWords,
  isProofOfDrive,
  proofSentences,
  readBackFromWords,
} from '@/core/copy';
import type { JobView } from '@/core/job-view';
import { showBytes, showDuration, showDurationRange, showRate } from '@/core/units';
import { CopyBar, copyShares } from '../copy-bar';
import { showOptions } from './station-props';

// Drawn while a copy runs, and loaded then.
const RateCurve = dynamic(() => import('./rate-curve').then((m) => m.RateCurve), { ssr: false });

const phaseWords: Record<CopyProgress['phase'], string> = {
  checking: 'Reading again what is there',
  copying: 'Copying now',
  'reading back': 'Reading back now',
};

/** Beside the copy: how far it is, what it proved, or what it will do. */
export function CopyAside({ view, copy }: { view: JobView; copy: CopyState }) {
  const stated = view.job.takeIn.oldDrive?.usedBytes ?? null;
  const { locale } = showOptions(view);
  const proof = view.job.copy;
  if (copy.kind === 'running') {
    const p = copy.progress;
    const share = copyShares(p).matched;
    return (
      <>
        <h2 className="text-[1.0625rem]">{phaseWords[p?.phase ?? 'copying']}</h2>
        <p className="mt-1 flex items-baseline gap-2">
          <span className="font-display text-[2.75rem] font-bold leading-none">
            {Math.floor(share * 100)} %
          </span>
          <span className="figures">
            {p
              ? `${showBytes(p.verifiedBytes, { locale, digits: 0 })} of ${showBytes(p.totalBytes, { locale, digits: 0 })}`
              : ''}
          </span>
        </p>
        <CopyBar progress={p} label="Read back and matched" />
        <p className="text-[0.875rem] text-soft">green: read back and matched · blue: written</p>
        <dl className="mt-3 grid grid-cols-2 gap-y-2">
          <dt className="text-soft">Left</dt>
          <dd className="figures text-right font-bold">
            {p?.rate.secondsLeft ? `about ${showDuration(p.rate.secondsLeft.middle)}` : 'not known yet'}
            {p?.rate.secondsLeft && p.rate.secondsLeft.most - p.rate.secondsLeft.least > 2 && (
              <span className="block text-[0.8125rem] font-normal text-soft">
                {showDurationRange(p.rate.secondsLeft.least, p.rate.secondsLeft.most)}
              </span>
            )}
          </dd>
          <dt className="text-soft">Rate, there and back</dt>
          <dd className="figures text-right">
            {p && p.rate.nowBytesPerS > 0 ? showRate(p.rate.nowBytesPerS, locale) : '…'}
          </dd>
          <dt className="text-soft">Blocks matched</dt>
          <dd className="figures text-right">{p ? `${p.verifiedBlocks} of ${p.blocks}` : '…'}</dd>
        </dl>
        {p && p.parts.length > 0 && p.phase !== 'checking' && (
          <section className="mt-3">
            <h3 className="text-[0.9375rem]">Proved so far</h3>
            <ul>
              {p.parts.map((part) => (
                <li
                  key={part.number}
                  className="flex items-baseline gap-2 border-b border-dashed border-line py-1 text-[0.875rem] last:border-0"
                >
                  <span className="min-w-0 truncate">{part.name}</span>
                  <span
                    className={`figures ml-auto shrink-0 ${part.matchedBytes === part.bytes ? 'text-clear' : ''}`}
                  >
                    {part.matchedBytes === part.bytes
                      ? `all ${showBytes(part.bytes, { locale })}`
                      : `${showBytes(part.matchedBytes, { locale })} of ${showBytes(part.bytes, { locale })}`}
                  </span>
                </li>
              ))}
            </ul>
            <p className="mt-1 text-[0.8125rem] text-soft">
              Each block is read back from the drive and held against the digest of what was read. The table
              comes last: before it the drive starts nothing.
            </p>
          </section>
        )}
        {p && p.unreadableBytes > 0 && (
          <p role="status" className="mt-2 font-semibold text-over">
            {showBytes(p.unreadableBytes, { locale })} of the old drive could not be read so far; they are
            filled with zeros and listed.
          </p>
        )}
        {p && (
          <RateCurve rate={p.rate} expected={p.expectedBytesPerS} link={p.linkBytesPerS} locale={locale} />
        )}
      </>
    );
  }
  if (copy.kind === 'finished' && proof?.grade === 'done-elsewhere')
    return (
      <>
        <h2 className="text-[1.0625rem] text-tight">{gradeWords[proof.grade]}</h2>
        {proofSentences(proof, (bytes) => showBytes(bytes, { locale })).map((sentence) => (
          <p key={sentence} className="mt-1">
            {sentence}
          </p>
        ))}
      </>
    );
  if (copy.kind === 'finished' && proof) {
    return (
      <>
        <h2 className={`text-[1.0625rem] ${isProofOfDrive(proof) ? 'text-clear' : 'text-tight'}`}>
          {gradeWords[proof.grade]}
          {proof.into === 'image-file' && ', in the image file'}
        </h2>
        <p className="text-[0.875rem] text-soft">
          {proof.simulated ? 'Between simulated drives. ' : ''}
          {proof.readBackFrom
            ? `Read back ${readBackFromWords[proof.readBackFrom]}; a drive’s own cache cannot be excluded.`
            : ''}
        </p>
        {proof.readBack.reason && (
          <p className="text-[0.875rem] text-soft">Reason: {proof.readBack.reason}</p>
        )}
        {proof.unreadable.map(({ offset, bytes, part, area }) => (
          <p key={offset} className="font-semibold text-over">
            {showBytes(bytes, { locale })} could not be read, in {part}
            {area ? `: ${area}` : ''}
          </p>
        ))}
        <dl className="mt-2 grid grid-cols-[auto_1fr] gap-x-3 gap-y-2">
          <dt className="text-soft">Moved</dt>
          <dd className="figures text-right">{showBytes(proof.bytes, { locale })}</dd>
          <dt className="text-soft">Blocks</dt>
          <dd className="figures text-right">{proof.blocks}</dd>
          <dt className="text-soft">Mismatches</dt>
          <dd className="figures text-right">{proof.mismatches}</dd>
          <dt className="text-soft">Intended rewrites</dt>
          <dd className="figures text-right">{proof.rewrites}</dd>
          {proof.redoneBlocks > 0 && (
            <>
              <dt className="text-soft">Done again after a stop</dt>
              <dd className="figures text-right">{proof.redoneBlocks}</dd>
            </>
          )}
          <dt className="text-soft">Took</dt>
          <dd className="figures text-right">{showDuration(proof.seconds)}</dd>
        </dl>
        <p className="mt-2 text-[0.8125rem] text-soft">SHA-256 over all block digests</p>
        <p className="figures break-all text-[0.8125rem]">{proof.sha256}</p>
      </>
    );
  }
  return (
    <>
      <h2 className="text-[1.0625rem]">What the copy does</h2>
      <ol className="mt-1 list-decimal space-y-1.5 pl-5 text-[0.875rem]">
        <li>Reads the blocks in use and writes them to their new place.</li>
        <li>Reads every block back and compares it.</li>
        <li>
          Rewrites on purpose: the starts of moved file systems, the size of the grown one, the partition
          table with its mirror at the true end.
        </li>
        <li>
          Keeps a journal: after a kill at any moment what is there is read again, and the rest follows.
        </li>
      </ol>
      {view.source && (
        <p className="mt-3 text-[0.875rem]">
          <b>{showBytes(view.source.usedBytes, { locale })}</b> in use, read from the old drive.
          {stated !== null && Math.abs(stated - view.source.usedBytes) > 0.1 * view.source.usedBytes && (
            <>
              {' '}
              At take-in {showBytes(stated, { locale })} was stated; the simulated drive holds 0.3 to 1 GB of
              real bytes.
            </>
          )}
        </p>
      )}
    </>
  );
}
