import { Pacer } from '@/copier';
import type { ImageCheck, StickContent } from '@/core/image';
import { type Result, ok } from '@/core/result';
import type { Pace } from '@/core/workshop';
import { type CheckOrder, checkImage } from './check';
import { type DownloadOrder, download } from './download';
import type { ImageHooks } from './hooks';
import { type MakerOrder, makeImages } from './maker/make-images';
import { faultOf } from './trouble';
import { type StickOrder, writeStick } from './write-stick';

/** Work on images that takes a while, and what comes of it; null where it was stopped. */
export type ImageWork =
  | ({ kind: 'fetch'; bytesPerS: number; pace: Pace } & DownloadOrder)
  | ({ kind: 'check' } & CheckOrder)
  | ({ kind: 'write' } & StickOrder)
  | ({ kind: 'make' } & MakerOrder);
export type ImageOutcome =
  | { kind: 'stopped' }
  | { kind: 'fetched' }
  | { kind: 'checked'; check: Omit<ImageCheck, 'at'> }
  | { kind: 'written'; content: StickContent }
  | { kind: 'made' };

const stopped: ImageOutcome = { kind: 'stopped' };

async function done(work: ImageWork, hooks: ImageHooks): Promise<ImageOutcome> {
  switch (work.kind) {
    case 'fetch': {
      const pacer = new Pacer([{ fromBytes: 0, bytesPerS: work.bytesPerS }], work.pace, hooks);
      return (await download(work, hooks, pacer)) ? { kind: 'fetched' } : stopped;
    }
    case 'check': {
      const check = await checkImage(work, hooks);
      return check ? { kind: 'checked', check } : stopped;
    }
    case 'write': {
      const content = await writeStick(work, hooks);
      return content ? { kind: 'written', content } : stopped;
    }
    case 'make':
      return (await makeImages(work, hooks.stopped)) ? { kind: 'made' } : stopped;
  }
}

/** Does it; a trouble that a person can mend comes back as a fault, a bug is thrown. */
export async function doImageWork(work: ImageWork, hooks: ImageHooks): Promise<Result<ImageOutcome>> {
  try {
    return ok(await done(work, hooks));
  } catch (error) {
    const fault = faultOf(error);
    if (!fault) throw error;
    return { ok: false, fault };
  }
}
