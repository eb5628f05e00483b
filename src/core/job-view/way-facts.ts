import { rateRange } from '../disk';
import { type DockCase, forecastSectors } from '../part';
import { type WayFacts, usualRates } from '../route';
import { factValue } from '../work';
import type { JobState } from '../job';
import type { SourceSummary } from './view';

/** What the ranking of ways knows of a job: what was read, else what was stated; the best case that is on the bench. */
export function wayFactsOf(
  { job, facts }: JobState,
  { cases, source }: { cases: DockCase[]; source: SourceSummary | null },
): WayFacts {
  const chosen = cases.find(({ id }) => id === job.dock?.caseId);
  const best = chosen ?? [...cases].sort((a, b) => b.rateBytesPerS - a.rateBytesPerS)[0];
  const encrypted = factValue(facts, 'encryption.on');
  return {
    usedBytes: source?.usedBytes ?? job.takeIn.oldDrive.usedBytes,
    driveBytes: forecastSectors(job.takeIn.oldDrive.labelGB, 512) * 512,
    dataToKeep: job.takeIn.dataToKeep,
    isEncrypted: typeof encrypted === 'boolean' ? encrypted : null,
    copyRate: best ? rateRange(best.rateBytesPerS) : null,
    stickRate: usualRates.stick,
    networkRate: usualRates.network,
  };
}
