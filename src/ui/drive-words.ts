import type { ShowOptions } from '@/core/units';
import { showBytes } from '@/core/units';

/** What is known of one drive of a job at this moment; the label only once it has one. */
type NamedDrive = {
  which: 'old' | 'new';
  model?: string | undefined;
  benchLabel?: string | undefined;
  bytes?: number;
};

/** One drive, named the same wherever it is spoken of: "old drive KV-2201 · 512 GB", "new drive Marl KV-2202 · 1 TB". */
export function driveWords({ which, model, benchLabel, bytes }: NamedDrive, options: ShowOptions): string {
  const name = [`${which} drive`, model, benchLabel].filter(Boolean).join(' ');
  return bytes === undefined ? name : `${name} · ${showBytes(bytes, options)}`;
}
