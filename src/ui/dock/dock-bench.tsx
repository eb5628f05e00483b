'use client';
import Link from '../link';
import dynamic from 'next/dynamic';
import { useState } from 'react';
import type { DockView } from '@/core/job-view';
import type { Fault } from '@/core/result';
import { NoHoles } from '../no-holes';
import { FaultNotice } from '../notice';
import { StationFrame } from '../station-frame';
import { DockPairCard } from './dock-pair';
import type { ImageActions } from './image-actions';
import { UnreadJobs } from '../unread-rows';
import { DockStorage } from './dock-storage';
import { DriveFilesList } from './drive-files-list';
import { ImageList } from './image-list';
import { ItemList } from './item-list';
import { PracticeFaults } from './practice-faults';

// Windows are loaded when they are asked for.
const WriteDialog = dynamic(() => import('./write-dialog').then((m) => m.WriteDialog), { ssr: false });

type Props = {
  view: DockView;
  fault: Fault | null;
  onPractise: (faults: string[]) => void;
  onAct: (jobId: string, version: number, kind: 'copy' | 'copy-stop') => void;
  onImage: ImageActions;
  /** Takes away the simulated drives of finished jobs. */
  onClear: () => Promise<void>;
};

/** The ports as they stand on the bench, two for each job; faults to practise with beside them. */
export function DockBench({ view, fault, onPractise, onAct, onImage, onClear }: Props) {
  const { pairs, frame, faults, knowsHoles, library } = view;
  const { locale } = frame.settings;
  const [imageFault, setImageFault] = useState<Fault | null>(null);
  /** What a row asks for is refused at the top of the screen; what a dialog asks for, in the dialog. */
  const onRow: ImageActions = async (request) => {
    const refused = await onImage(request);
    setImageFault(refused);
    return refused;
  };
  const [writing, setWriting] = useState<string | null>(null);
  const toWrite = library.images.find(({ image }) => image.id === writing);
  const ofKind = (kind: 'stick' | 'cable') => library.items.filter(({ item }) => item.kind === kind);
  const running = pairs.filter(({ copy }) => copy.kind === 'running').length;
  const written = ofKind('stick').flatMap(({ item, run }) => (run ? [item.label] : []));
  return (
    <StationFrame
      aside={<PracticeFaults faults={faults} isOpen={frame.isDemo} onChange={onPractise} />}
      actions={
        <p className="font-semibold" role="status">
          {written.length > 0
            ? `Leave ${written.join(', ')} in: ${written.length === 1 ? 'it is' : 'they are'} being written.${running > 0 ? ' Drives too.' : ''}`
            : running === 0
              ? 'Nothing runs: every drive and stick may be unplugged.'
              : `${running} ${running === 1 ? 'copy runs' : 'copies run'}: leave ${running === 1 ? 'its' : 'their'} drives where they are.`}
        </p>
      }
      say="Several copies at once share the bench’s links."
    >
      {(fault ?? imageFault) && <FaultNotice fault={(fault ?? imageFault)!} />}
      <UnreadJobs jobs={view.unread} />
      {!knowsHoles && <NoHoles bytes={null} locale={locale} />}
      {pairs.length === 0 && (
        <section className="rounded-2xl border bg-surface p-6">
          <h2 className="text-[1.25rem]">No drive is in a port</h2>
          <p className="mt-1">
            Drives are put in at the station Carry over of a job, when the old drive is out of the device.{' '}
            <Link className="font-semibold underline underline-offset-4" href="/">
              To the bench
            </Link>
          </p>
        </section>
      )}
      {pairs.map((pair) => (
        <DockPairCard key={pair.jobId} pair={pair} locale={locale} onAct={onAct} />
      ))}
      {(view.driveFiles || !frame.isDemo) && <DriveFilesList driveFiles={view.driveFiles} locale={locale} />}
      <ImageList library={library} locale={locale} do={onRow} onWrite={({ image }) => setWriting(image.id)} />
      <ItemList kind="stick" items={ofKind('stick')} locale={locale} act={onImage} />
      <ItemList kind="cable" items={ofKind('cable')} locale={locale} act={onImage} />
      <DockStorage storage={view.storage} locale={locale} onClear={onClear} />
      {toWrite && (
        <WriteDialog
          image={toWrite}
          sticks={ofKind('stick')}
          locale={locale}
          act={onImage}
          onClose={() => setWriting(null)}
        />
      )}
    </StationFrame>
  );
}
