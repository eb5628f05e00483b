import { type Remote, wrap } from 'comlink';
import type { Placement, PlacementQuestion } from '@/core/placement';
import type { PlacementWorker } from './placement.worker';

/** The worker that says where things go, as a page uses it; a question that is asked while another is worked out takes its place. */
export class PlacementClient {
  private running: { worker: Worker; remote: Remote<PlacementWorker> } | null = null;
  private isBusy = false;

  async place(question: PlacementQuestion): Promise<Placement> {
    if (this.isBusy) this.stop();
    this.running ??= this.start();
    this.isBusy = true;
    try {
      return await this.running.remote.place(question);
    } finally {
      this.isBusy = false;
    }
  }

  private start() {
    const worker = new Worker(new URL('./placement.worker.ts', import.meta.url), { type: 'module' });
    return { worker, remote: wrap<PlacementWorker>(worker) };
  }

  stop(): void {
    this.running?.worker.terminate();
    this.running = null;
    this.isBusy = false;
  }
}
