import { type Remote, wrap } from 'comlink';

/** A worker that answers one question at a time: one that is asked while another is worked out takes its place. */
export class LatestWorker<Answers> {
  private running: { worker: Worker; remote: Remote<Answers> } | null = null;
  private isBusy = false;

  constructor(private readonly begin: () => Worker) {}

  async ask<T>(question: (remote: Remote<Answers>) => Promise<T>): Promise<T> {
    if (this.isBusy) this.stop();
    this.running ??= this.start();
    this.isBusy = true;
    try {
      return await question(this.running.remote);
    } finally {
      this.isBusy = false;
    }
  }

  private start() {
    const worker = this.begin();
    return { worker, remote: wrap<Answers>(worker) };
  }

  stop(): void {
    this.running?.worker.terminate();
    this.running = null;
    this.isBusy = false;
  }
}
