import type { DockImage, DockLibrary } from '@/core/job-view';
import type { Verdict } from '@/core/margin';
import { showBytes } from '@/core/units';
import { BowlSign } from '../bowl-sign';
import { Button } from '../button';
import { FaultNotice } from '../notice';
import { Card } from '../station-frame';
import { verdictText } from '../verdict-words';
import type { ImageActions } from './image-actions';
import { RowFault } from './row-fault';
import { RunBar } from './run-bar';

/** What is known of an image, in a few words, the worst first. */
export function imageState({ image, haveBytes, check, staleBy }: DockImage): {
  verdict: Verdict;
  words: string;
} {
  if (haveBytes === 0) return { verdict: 'unknown', words: 'not fetched' };
  if (haveBytes < image.fileBytes)
    return { verdict: 'unknown', words: `${Math.floor((100 * haveBytes) / image.fileBytes)} % fetched` };
  if (!check) return { verdict: 'unknown', words: 'here, not checked' };
  if (check.listed === null) return { verdict: 'unknown', words: 'here; no sum for it in the checksum list' };
  if (check.listed !== check.sha256) return { verdict: 'over', words: 'not as listed: never write it' };
  if (check.imageBytes === null) return { verdict: 'over', words: check.unpackFault ?? 'does not unpack' };
  if (staleBy) return { verdict: 'tight', words: `as listed; stale, ${staleBy.version} is there` };
  return { verdict: 'clear', words: 'as listed' };
}

type Props = { library: DockLibrary; locale: string; do: ImageActions; onWrite: (image: DockImage) => void };

/** The library: what the image server offers and what lies in the own folder, how much of it is here, and whether it is what was published. */
export function ImageList({ library, locale, do: act, onWrite }: Props) {
  const { images, maker } = library;
  const here = images.filter(({ image, haveBytes }) => haveBytes === image.fileBytes).length;
  return (
    <Card
      title="System images"
      hint={
        maker.isAsking
          ? 'asking the image server …'
          : maker.askedAt
            ? `${here} of ${images.length} here`
            : 'nothing known yet'
      }
      tools={
        <span className="flex flex-wrap items-center gap-2">
          <a
            className="inline-flex min-h-11 items-center px-2 font-semibold underline underline-offset-4"
            href="/api/images/checksums"
            download
          >
            Checksum list
          </a>
          <Button disabled={maker.isAsking} onClick={() => act({ kind: 'ask' })}>
            Ask again
          </Button>
        </span>
      }
    >
      {maker.fault && <FaultNotice fault={maker.fault} />}
      {images.length === 0 && !maker.isAsking && (
        <p className="text-soft">
          No image is known. Ask the image server, or lay image files into the folder <code>images/own</code>{' '}
          of the data folder.
        </p>
      )}
      <ul>
        {images.map((image) => (
          <ImageRow key={image.image.id} entry={image} locale={locale} act={act} onWrite={onWrite} />
        ))}
      </ul>
      {library.oddFiles.length > 0 && (
        <section className="mt-3 border-t pt-3" aria-label="Files that cannot be used">
          <h3 className="text-[0.9375rem]">In the own folder, and not to be used</h3>
          <ul className="text-[0.875rem]">
            {library.oddFiles.map(({ fileName, why }) => (
              <li key={fileName} className="break-words">
                <code className="figures">{fileName}</code>: {why}
              </li>
            ))}
          </ul>
        </section>
      )}
    </Card>
  );
}

function ImageRow({
  entry,
  locale,
  act,
  onWrite,
}: {
  entry: DockImage;
  locale: string;
  act: ImageActions;
  onWrite: Props['onWrite'];
}) {
  const { image, devices, run, fault, check, haveBytes } = entry;
  const imageId = image.id;
  const state = imageState(entry);
  const isWhole = haveBytes === image.fileBytes;
  const isGood = state.verdict === 'clear' || state.verdict === 'tight';
  return (
    <li className="border-t border-dashed border-line py-2 first:border-0">
      <div className="grid items-center gap-x-3 gap-y-1 md:grid-cols-[30px_minmax(0,1.2fr)_minmax(0,1fr)_172px]">
        <BowlSign verdict={state.verdict} use={0.4} size={26} />
        <div className="min-w-0">
          <p className="truncate">
            <b>{image.name}</b> <span className="figures">{image.version}</span>
          </p>
          <p className="text-[0.8125rem] text-soft">
            {[
              entry.from === 'own' ? 'own folder' : null,
              devices.length > 0 ? null : 'for no stated device',
              image.releasedOn,
              showBytes(image.fileBytes, { locale }),
              check?.imageBytes || image.imageBytes
                ? `writes ${showBytes((check?.imageBytes || image.imageBytes)!, { locale })}`
                : null,
            ]
              .filter(Boolean)
              .join(' · ')}
          </p>
        </div>
        {run ? (
          <RunBar run={run} label={`${image.name} ${image.version}`} />
        ) : (
          <p className={`text-[0.875rem] font-semibold ${verdictText[state.verdict]}`}>{state.words}</p>
        )}
        <span className="flex flex-wrap justify-end gap-2">
          {run && <Button onClick={() => act({ kind: 'pause', imageId })}>Pause</Button>}
          {!run && !isWhole && (
            <Button onClick={() => act({ kind: 'fetch', imageId })}>
              {haveBytes > 0 ? 'Go on' : 'Fetch'}
            </Button>
          )}
          {!run && isGood && <Button onClick={() => onWrite(entry)}>Write to a stick</Button>}
          {!run && isWhole && !check && (
            <Button onClick={() => act({ kind: 'check', imageId })}>Check</Button>
          )}
          {!run && check && !isGood && (
            <Button onClick={() => act({ kind: entry.from === 'own' ? 'check' : 'forget', imageId })}>
              {entry.from === 'own' ? 'Check again' : 'Throw away'}
            </Button>
          )}
        </span>
      </div>
      <RowFault fault={run ? null : fault} />
    </li>
  );
}
