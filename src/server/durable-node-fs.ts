import { closeSync, fsyncSync, openSync } from 'node:fs';
import type { PGlite } from '@electric-sql/pglite';
import { NodeFS } from '@electric-sql/pglite/nodefs';

/** What is used of the embedded database's file system layer (Emscripten's NODEFS). */
type FileStream = { nfd?: number; node: unknown };
type FileSystemLayer = {
  NODEFS: {
    stream_ops: { fsync?: (stream: FileStream) => number };
    realPath: (node: unknown) => string;
  };
};
type EmscriptenOptions = Parameters<NodeFS['init']>[1];

/** A folder has no handle of its own there: it is opened by its real path and synced. */
function syncStream({ NODEFS }: FileSystemLayer, stream: FileStream): number {
  if (stream.nfd !== undefined && stream.nfd !== null) {
    fsyncSync(stream.nfd);
    return 0;
  }
  const handle = openSync(NODEFS.realPath(stream.node), 'r');
  try {
    fsyncSync(handle);
  } finally {
    closeSync(handle);
  }
  return 0;
}

/**
 * The package's own file system on a folder, with the sync that it leaves out: without it a sync of the database does
 * nothing at all, and a power cut loses what was acknowledged (docs/decisions/0015).
 */
export class DurableNodeFS extends NodeFS {
  override async init(pg: PGlite, options: EmscriptenOptions) {
    const { emscriptenOpts } = await super.init(pg, options);
    const addSync = (module: unknown) => {
      const layer = module as FileSystemLayer;
      layer.NODEFS.stream_ops.fsync = (stream) => syncStream(layer, stream);
    };
    const { preRun } = emscriptenOpts;
    return {
      emscriptenOpts: {
        ...emscriptenOpts,
        preRun: [addSync, ...(Array.isArray(preRun) ? preRun : preRun ? [preRun] : [])],
      },
    };
  }
}
