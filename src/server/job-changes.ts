type Hear = (version: number) => void;

/** Who has a job open now: told of each version that was written, so that every window shows each act as it happens. */
export class JobChanges {
  private readonly listeners = new Map<string, Set<Hear>>();

  /** Hears of a job until the function that comes back is called. */
  listen(jobId: string, hear: Hear): () => void {
    const heard = this.listeners.get(jobId) ?? new Set();
    this.listeners.set(jobId, heard.add(hear));
    return () => {
      heard.delete(hear);
      if (heard.size === 0 && this.listeners.get(jobId) === heard) this.listeners.delete(jobId);
    };
  }

  /** To be called when it is written, never before: who hears of it reads it anew. */
  tell(jobId: string, version: number): void {
    for (const hear of this.listeners.get(jobId) ?? []) hear(version);
  }
}
