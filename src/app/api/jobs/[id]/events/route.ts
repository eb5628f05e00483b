import { findJob, getRuntime } from '@/server';

export const dynamic = 'force-dynamic';

/** A sign of life at least this often, so that a page knows a dead connection from a quiet job. */
const aliveMs = 8000;

/** What happens to a job as server-sent events: `job` with each new version, `copy` with its progress, `alive` in between. */
export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const runtime = getRuntime();
  const stored = await findJob(runtime.database, id);
  if (!stored) return new Response('no such job', { status: 404 });
  const now = await runtime.copies.state(id, stored.state.facts['copy.verified']?.value === true);
  const encoder = new TextEncoder();
  let end = () => {};
  const stream = new ReadableStream<Uint8Array>({
    start(controller) {
      const send = (event: string, data: unknown) =>
        controller.enqueue(encoder.encode(`event: ${event}\ndata: ${JSON.stringify(data)}\n\n`));
      const stops = [
        runtime.changes.listen(id, (version) => send('job', version)),
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
      send('job', stored.version);
      send('copy', now);
    },
    cancel: () => end(),
  });
  request.signal.addEventListener('abort', () => end());
  return new Response(stream, {
    headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-store', 'x-accel-buffering': 'no' },
  });
}
