import { useState } from 'react';
import { adviceOf, adviceWords, arrivalMargins, healthWords, oldDriveWords } from '@/core/health';
import { FileInput } from '../file-input';
import { MarginList } from '../margin-list';
import { Card } from '../station-frame';
import { type StationProps, showOptions } from './station-props';

type Props = Pick<StationProps, 'view' | 'act' | 'busy'>;

/** The raw page is told by its length; what is text goes as text. */
async function logOf(file: File): Promise<{ text: string } | { base64: string }> {
  const bytes = new Uint8Array(await file.slice(0, 600_000).arrayBuffer());
  const isText =
    bytes.find((byte) => byte > 0x20 && byte !== 0xef && byte !== 0xbb && byte !== 0xbf) === 0x7b;
  return isText
    ? { text: new TextDecoder().decode(bytes).replace(/^\uFEFF/u, '') }
    : { base64: btoa(String.fromCharCode(...bytes.subarray(0, 2048))) };
}

/** What the drives say of themselves, from files that the system's own tools wrote: the old one before, the new one on arrival and after. */
export function HealthCard({ view, act, busy }: Props) {
  const { health, handedOver } = view.job;
  const [isExchanged, setExchanged] = useState(false);
  const knowsSerial = health.some(({ said }) => said.serial !== null);
  const bring = async (which: 'old' | 'new', file: File) =>
    act({
      kind: 'health',
      which,
      name: file.name.slice(-120) || 'log',
      log: await logOf(file),
      ...(isExchanged ? { isExchanged } : {}),
    });
  const newest = health.findLast((one) => one.which === 'new');
  const margins = newest && view.drive ? arrivalMargins(newest.said, view.drive) : [];
  return (
    <Card title="Health of the drives" hint="NVMe log page 02h, raw, or JSON of the system’s tools">
      {health.length === 0 && (
        <p className="text-[0.875rem] text-soft">
          No log yet. A new drive has run a few hours at most; an old one says whether it is failing.
        </p>
      )}
      <ul>
        {health.map(({ which: one, at, name, said }) => (
          <li
            key={`${at} ${one} ${name}`}
            className="border-b border-dashed py-1.5 text-[0.875rem] last:border-0"
          >
            <b>{one === 'new' ? 'New drive' : 'Old drive'}</b> <span className="text-soft">{name}</span>{' '}
            {healthWords(said)} {one === 'old' && <b>{oldDriveWords(said)}</b>}
          </li>
        ))}
      </ul>
      {margins.length > 0 && (
        <div className="mt-2">
          <p className="mb-1 font-semibold" role="status">
            {adviceWords[adviceOf(margins)]}{' '}
            <span className="font-normal text-soft">
              Whether it is as large as it states no log can tell: try it before anything is copied.
            </span>
          </p>
          <MarginList margins={margins} options={showOptions(view)} />
        </div>
      )}
      {handedOver === null && knowsSerial && (
        <label className="mt-2 flex min-h-11 items-center gap-2 text-[0.875rem]">
          <input
            type="checkbox"
            className="size-5 accent-(--cochineal)"
            checked={isExchanged}
            onChange={({ target }) => setExchanged(target.checked)}
          />
          The next log is of a drive that was exchanged meanwhile
        </label>
      )}
      {handedOver === null && (
        <div className="mt-2 flex flex-wrap gap-2">
          <FileInput
            words="Bring the new drive’s log"
            disabled={busy}
            onFile={(file) => void bring('new', file)}
          />
          {view.job.takeIn.oldDrive && (
            <FileInput
              words="Bring the old drive’s log"
              disabled={busy}
              onFile={(file) => void bring('old', file)}
            />
          )}
        </div>
      )}
    </Card>
  );
}
