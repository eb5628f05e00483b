import { type Remote, wrap } from 'comlink';
import type { Day } from '@/core/day';
import type { DayWorker } from './day.worker';

/** The worker that plans a day, as a page uses it; a day that is asked for while another is planned takes its place. */
export class DayClient {
  private running: { worker: Worker; remote: Remote<DayWorker> } | null = null;
  private isBusy = false;

  async plan(day: Day, former: readonly string[]) {
    if (this.isBusy) this.stop();
    this.running ??= this.start();
    this.isBusy = true;
    try {
      return await this.running.remote.plan(day, former);
    } finally {
      this.isBusy = false;
    }
  }

  private start() {
    const worker = new Worker(new URL('./day.worker.ts', import.meta.url), { type: 'module' });
    return { worker, remote: wrap<DayWorker>(worker) };
  }

  stop(): void {
    this.running?.worker.terminate();
    this.running = null;
    this.isBusy = false;
  }
}
