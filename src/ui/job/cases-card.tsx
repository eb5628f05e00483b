import { useState } from 'react';
import type { JobView } from '@/core/job-view';
import { bytesToCopy, copyAskedOf } from '@/core/job-view';
import { caseMargins, connections, oldDriveOf } from '@/core/link';
import { casesFor } from '@/core/part';
import { showRate } from '@/core/units';
import { Choice } from '../choice';
import { Card } from '../station-frame';
import { MarginLines } from './margin-lines';
import { showOptions } from './station-props';

/** Which case each drive is in; null for a port of the computer itself. */
export type CasesChosen = { caseId: string; oldCaseId: string | null };

/** What Data proposes: the quickest pair that is here. */
function proposed(view: JobView): CasesChosen {
  const { job, profile, drive, cases } = view;
  const bytes = bytesToCopy(job, view.source) ?? 1e9;
  const pair = connections(copyAskedOf(job, profile, { drive, cases, bytes })).find(
    ({ kind }) => kind === 'two-cases',
  );
  return { caseId: pair?.newCase.id ?? '', oldCaseId: pair?.oldCase?.id ?? null };
}

/** The cases as they are chosen, which begin as proposed. */
export function useCases(view: JobView) {
  const [chosen, setChosen] = useState<CasesChosen>(() => proposed(view));
  return { chosen, setChosen };
}

const atPort = '';

/** The case of each drive: only such that take it and are here; the proposal of Data is chosen until another is. */
export function CasesCard({
  view,
  chosen,
  onChange,
}: {
  view: JobView;
  chosen: CasesChosen;
  onChange: (chosen: CasesChosen) => void;
}) {
  const { locale } = showOptions(view);
  const { protocol } = oldDriveOf(view.profile, view.job.takeIn.oldDrive);
  const listed = (taking: ReturnType<typeof casesFor>) =>
    taking.map((c) => ({
      value: c.id,
      label: `${c.model}, ${c.link}`,
      hint: showRate(c.rateBytesPerS, locale),
    }));
  const fresh = casesFor(view.cases, view.drive?.protocol ?? null);
  const forOld = casesFor(view.cases, protocol);
  const taken = fresh.find(({ id }) => id === chosen.caseId);
  // Only what speaks against the case, or is not known of it.
  const speaking =
    taken && view.drive ? caseMargins(taken, view.drive).filter(({ verdict }) => verdict !== 'clear') : [];
  return (
    <Card
      title={
        view.job.takeIn.practice ? 'Into the dock' : 'Cases that the drives are read and written through'
      }
      hint="chosen as Data proposes"
    >
      {fresh.length === 0 && (
        <p className="font-semibold text-tight">
          No case that is here takes {view.drive ? `a ${view.drive.protocol} drive` : 'the new drive'}: add
          one at Parts.
        </p>
      )}
      <div className="flex flex-col gap-3">
        <Choice
          legend="Case for the new drive"
          value={chosen.caseId}
          onChange={(caseId) => onChange({ ...chosen, caseId })}
          options={listed(fresh)}
        />
        {speaking.length > 0 && <MarginLines margins={speaking} />}
        <Choice
          legend="Case for the old drive"
          value={chosen.oldCaseId ?? atPort}
          onChange={(id) => onChange({ ...chosen, oldCaseId: id === atPort ? null : id })}
          options={[...listed(forOld), { value: atPort, label: 'A port of the computer itself', hint: '' }]}
        />
      </div>
    </Card>
  );
}
