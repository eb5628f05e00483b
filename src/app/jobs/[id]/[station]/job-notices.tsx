import type { JobView } from '@/core/job-view';
import type { Fault } from '@/core/result';
import { Button } from '@/ui/button';
import { FaultNotice } from '@/ui/notice';

type Props = {
  fault: Fault | null;
  /** An act is kept and sent again, because no answer came. */
  waiting: boolean;
  silent: boolean;
  /** What somebody else did a moment ago. */
  others: JobView['history'][number] | null;
  onReload: () => void;
  onCancel: () => void;
  onUnderstood: () => void;
  /** The clock was set, and is right now. */
  onClockIsRight: () => void;
};

const noAnswer: Fault = {
  code: 'waiting',
  sentence: 'Jicara does not answer: your act is kept and not noted yet.',
  remedy: 'It is sent again every two seconds, and done once. Nothing else can be pressed until then.',
};

const noConnection: Fault = {
  code: 'silent',
  sentence: 'No connection to Jicara: what is shown here may be old.',
  remedy: 'This page asks again by itself. What your hands do meanwhile can be noted afterwards.',
};

/** What stands between a person and the job as it is: a refusal, a lost connection, somebody else at the same job. */
export function JobNotices({
  fault,
  waiting,
  silent,
  others,
  onReload,
  onCancel,
  onUnderstood,
  onClockIsRight,
}: Props) {
  if (!fault && !waiting && !silent && !others) return null;
  return (
    <div className="flex flex-col gap-2 px-5 pt-3" data-print="no">
      {waiting ? (
        <FaultNotice fault={noAnswer}>
          <div className="mt-2">
            <Button onClick={onCancel}>Do not send it again</Button>
          </div>
        </FaultNotice>
      ) : (
        silent && <FaultNotice fault={noConnection} />
      )}
      {fault && !waiting && (
        <FaultNotice fault={fault}>
          <div className="mt-2 flex gap-3">
            {fault.code === 'stale' ? (
              <Button onClick={onReload}>Show the newer state</Button>
            ) : (
              <Button onClick={onUnderstood}>Understood</Button>
            )}
            {fault.code === 'clock-back' && <Button onClick={onClockIsRight}>The clock is right now</Button>}
          </div>
        </FaultNotice>
      )}
      {others && !fault && (
        <p role="status" className="rounded-xl border border-info bg-info-ground px-4 py-2">
          <b>In another window:</b> {others.sentence} <span className="text-soft">({others.by})</span>
        </p>
      )}
    </div>
  );
}
