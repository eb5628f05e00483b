import Link from 'next/link';
import type { DockView } from '@/core/job';
import type { Fault } from '@/core/result';
import { FaultNotice } from '../notice';
import { StationFrame } from '../station-frame';
import { DockPairCard } from './dock-pair';
import { PracticeFaults } from './practice-faults';

type Props = {
  view: DockView;
  fault: Fault | null;
  onPractise: (faults: string[]) => void;
  onAct: (jobId: string, version: number, kind: 'copy' | 'copy-stop') => void;
};

/** The ports as they stand on the bench, two for each job; faults to practise with beside them. */
export function DockBench({ view, fault, onPractise, onAct }: Props) {
  const { pairs, frame, faults, knowsHoles } = view;
  const running = pairs.filter(({ copy }) => copy.kind === 'running').length;
  return (
    <StationFrame
      aside={<PracticeFaults faults={faults} onChange={onPractise} />}
      actions={
        <p className="font-semibold" role="status">
          {running === 0
            ? 'Nothing runs: every drive may be unplugged.'
            : `${running} ${running === 1 ? 'copy runs' : 'copies run'}: leave ${running === 1 ? 'its' : 'their'} drives where they are.`}
        </p>
      }
      say="Several copies at once share the bench’s links."
    >
      {fault && <FaultNotice fault={fault} />}
      {!knowsHoles && (
        <FaultNotice
          fault={{
            code: 'no-holes',
            sentence:
              'The data folder’s file system knows no holes: each stand-in drive takes its full size.',
            remedy: 'Put the data folder on another file system, with JICARA_DATA, before drives are docked.',
          }}
        />
      )}
      {pairs.length === 0 && (
        <section className="rounded-2xl border bg-surface p-6">
          <h2 className="text-[20px]">No drive is in a port</h2>
          <p className="mt-1">
            Drives are put in at the station Carry over of a job, when the old drive is out of the device.{' '}
            <Link className="font-semibold underline underline-offset-4" href="/">
              To the bench
            </Link>
          </p>
        </section>
      )}
      {pairs.map((pair) => (
        <DockPairCard key={pair.jobId} pair={pair} locale={frame.settings.locale} onAct={onAct} />
      ))}
    </StationFrame>
  );
}
