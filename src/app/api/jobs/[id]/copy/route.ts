import type { CopyState } from '@/core/job';
import { findJob, getRuntime } from '@/server';

export const dynamic = 'force-dynamic';

/** Progress of a job's copy as server-sent events: the state now, then every change. */
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
      const send = (state: CopyState) =>
        controller.enqueue(encoder.encode(`data: ${JSON.stringify(state)}\n\n`));
      const stop = runtime.copies.listen(id, send);
      end = () => {
        stop();
        runtime.streams.delete(end);
        try {
          controller.close();
        } catch {
          // Closed by the reader already.
        }
      };
      runtime.streams.add(end);
      send(now);
    },
    cancel: () => end(),
  });
  request.signal.addEventListener('abort', () => end());
  return new Response(stream, {
    headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-store', 'x-accel-buffering': 'no' },
  });
}
