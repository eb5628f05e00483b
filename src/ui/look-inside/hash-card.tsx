'use client';
import { useEffect, useState } from 'react';
import { showBytes, showDuration, showRate } from '@/core/units';
import type { ImageClient } from '@/workers/image-client';
import type { HashProgress } from '@/workers/image-protocol';
import { Button } from '../button';
import { FaultNotice } from '../notice';

type State =
  | { kind: 'idle' }
  | { kind: 'running' | 'paused'; progress: HashProgress | null }
  | { kind: 'done'; digest: string }
  | { kind: 'failed'; message: string };

/** SHA-256 of the whole image, counted in the browser: with progress, a pause, and held against an expected one. */
export function HashCard({ file, client, locale }: { file: File; client: ImageClient; locale: string }) {
  const [state, setState] = useState<State>({ kind: 'idle' });
  const [expected, setExpected] = useState('');
  useEffect(() => () => client.stop('hash'), [client]);
  const begin = () => {
    setState({ kind: 'running', progress: null });
    client
      .hash(file, (progress) =>
        setState((now) => (now.kind === 'running' || now.kind === 'paused' ? { ...now, progress } : now)),
      )
      .then(
        (digest) => setState({ kind: 'done', digest }),
        (error: Error) => setState({ kind: 'failed', message: error.message }),
      );
  };
  const hold = () => {
    client.pause();
    setState((now) => (now.kind === 'running' ? { ...now, kind: 'paused' } : now));
  };
  const goOn = () => {
    client.resume();
    setState((now) => (now.kind === 'paused' ? { ...now, kind: 'running' } : now));
  };
  const cancel = () => {
    client.stop('hash');
    setState({ kind: 'idle' });
  };
  const wanted = expected.trim().toLowerCase().split(/\s/u)[0] ?? '';
  return (
    <section>
      <h2 className="text-[1.0625rem]">Checksum</h2>
      {state.kind === 'idle' && (
        <>
          <p className="mb-2 text-[0.875rem] text-soft">
            SHA-256 of all {showBytes(file.size, { locale })}, counted here; nothing is sent anywhere.
          </p>
          <Button onClick={begin}>Count it</Button>
        </>
      )}
      {(state.kind === 'running' || state.kind === 'paused') && (
        <>
          <HashBar progress={state.progress} locale={locale} paused={state.kind === 'paused'} />
          <div className="mt-2 flex flex-wrap gap-2">
            {state.kind === 'running' ? (
              <Button onClick={hold}>Pause</Button>
            ) : (
              <Button onClick={goOn}>Go on</Button>
            )}
            <Button onClick={cancel}>Stop</Button>
          </div>
        </>
      )}
      {state.kind === 'done' && (
        <div aria-live="polite">
          <p className="figures break-all text-[0.8125rem]">{state.digest}</p>
          <label className="mt-2 block text-[0.875rem]">
            <span className="font-semibold">Expected</span>
            <input
              className="figures mt-1 h-11 w-full rounded-xl border border-line-strong bg-surface px-3 text-[0.8125rem]"
              value={expected}
              placeholder="paste a line of the checksum list"
              onChange={(event) => setExpected(event.target.value)}
            />
          </label>
          {wanted.length === 64 && (
            <p className={`mt-1 font-semibold ${wanted === state.digest ? 'text-clear' : 'text-over'}`}>
              {wanted === state.digest
                ? 'The same: the image is whole.'
                : 'Not the same: fetch the image again.'}
            </p>
          )}
        </div>
      )}
      {state.kind === 'failed' && (
        <FaultNotice fault={{ code: 'hash', sentence: state.message, remedy: 'Choose the image again.' }} />
      )}
    </section>
  );
}

function HashBar({
  progress,
  locale,
  paused,
}: {
  progress: HashProgress | null;
  locale: string;
  paused: boolean;
}) {
  const share = progress ? progress.bytes / Math.max(1, progress.totalBytes) : 0;
  return (
    <>
      <div
        role="progressbar"
        aria-label="Checksum counted"
        aria-valuenow={Math.floor(share * 100)}
        aria-valuemin={0}
        aria-valuemax={100}
        className="mt-2 h-3 overflow-hidden rounded-full bg-sunken"
      >
        <div className="h-full bg-info-fill" style={{ width: `${share * 100}%` }} />
      </div>
      <p className="figures mt-1 flex justify-between text-[0.875rem]">
        <span>{paused ? 'paused' : progress ? showRate(progress.bytesPerS, locale) : 'begins …'}</span>
        <span>
          {Math.floor(share * 100)} %
          {progress?.secondsLeft != null && !paused && ` · ${showDuration(progress.secondsLeft)} left`}
        </span>
      </p>
    </>
  );
}
