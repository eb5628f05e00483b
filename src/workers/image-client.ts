import { type Remote, proxy, wrap } from 'comlink';
import type { HashProgress, ImageWorker, LookedInside } from './image-protocol';

/** The image worker as a page uses it. Hashing has a worker of its own, so that looking at another image need not wait for it. */
export class ImageClient {
  private workers = new Map<'look' | 'hash', { worker: Worker; remote: Remote<ImageWorker> }>();

  private remote(task: 'look' | 'hash'): Remote<ImageWorker> {
    const known = this.workers.get(task);
    if (known) return known.remote;
    const worker = new Worker(new URL('./image.worker.ts', import.meta.url), { type: 'module' });
    const remote = wrap<ImageWorker>(worker);
    this.workers.set(task, { worker, remote });
    return remote;
  }

  lookInside(file: File): Promise<LookedInside> {
    return this.remote('look').lookInside(file);
  }

  hash(file: File, onProgress: (progress: HashProgress) => void): Promise<string> {
    return this.remote('hash').hash(file, proxy(onProgress));
  }

  pause = () => void this.remote('hash').pause();
  resume = () => void this.remote('hash').resume();

  /** Ends what runs; the next question starts anew. */
  stop(task?: 'look' | 'hash'): void {
    for (const [name, { worker }] of this.workers) {
      if (task && name !== task) continue;
      worker.terminate();
      this.workers.delete(name);
    }
  }
}
