import type { HistoryEntry } from './job';

/** Whether encryption was stated or seen to be on at any time of this job: then somebody looks whether it is on again. */
export const wasEncrypted = (history: readonly Pick<HistoryEntry, 'changes'>[]): boolean =>
  history.some(({ changes }) =>
    changes.some(({ fact, value }) => fact === 'encryption.on' && value === true),
  );
