import { routes } from '@/app/api-route';
import { refuse } from '@/core/result';
import { factValue } from '@/core/work';
import { findJob, getRuntime } from '@/server';

/** A sign of life at least this often, so that a page knows a dead connection from a quiet job. */
const aliveMs = 8000;
/** More windows than this nobody has open at one workshop; each stream holds a connection. */
const mostStreams = 100;

/** What happens to a job as server-sent events: `job` with each new version, `copy` with its progress, `alive` in between. */
export const { GET, POST, PUT, PATCH, DELETE } = routes({
  GET: async ({ params, request }) => {
    const runtime = getRuntime();
    if (runtime.streams.size >= mostStreams)
      return refuse(
        'too-many-streams',
        `More than ${mostStreams} windows look on already.`,
        'Close some of them; this one shows what it asks for, and not what others do.',
      );
    const found = await findJob(runtime.database, params.id!);
    if (!found.ok) return found;
    const { state, version } = found.value;
    const { id } = state.job;
    const now = await runtime.copies.state(id, factValue(state.facts, 'copy.verified') !== null);
    const encoder = new TextEncoder();
    let end = () => {};
    const stream = new ReadableStream<Uint8Array>({
      start(controller) {
        const send = (event: string, data: unknown) =>
          controller.enqueue(encoder.encode(`event: ${event}\ndata: ${JSON.stringify(data)}\n\n`));
        const stops = [
          runtime.changes.listen(id, (next) => send('job', next)),
          runtime.copies.listen(id, (copy) => send('copy', copy)),
        ];
        const timer = setInterval(() => send('alive', null), aliveMs);
        end = () => {
          clearInterval(timer);
          stops.forEach((stop) => stop());
          runtime.streams.delete(end);
          try {
            controller.close();
          } catch {
            // Closed by the reader already.
          }
        };
        runtime.streams.add(end);
        send('job', version);
        send('copy', now);
      },
      cancel: () => end(),
    });
    request.signal.addEventListener('abort', () => end());
    return new Response(stream, {
      headers: {
        'content-type': 'text/event-stream',
        'cache-control': 'no-store',
        'cross-origin-resource-policy': 'same-origin',
        'x-accel-buffering': 'no',
      },
    });
  },
});
