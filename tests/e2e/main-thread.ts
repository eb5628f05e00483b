import type { Page } from 'playwright-core';

type TraceEvent = {
  name: string;
  pid: number;
  tid: number;
  /** Time by the clock, and time that the thread itself worked, µs. */
  dur?: number;
  tdur?: number;
  args?: { name?: string };
};

/** Marks of a round, as the trace names them. */
const ends = ['round-begins', 'round-ends'] as const;

/**
 * The longest task of a page's main thread while `work` runs: ms that the thread itself worked, by the browser's own trace. The
 * clock would count what stands beside it on a busy machine, too. A neighbour on the same core still slows the thread, so the
 * quietest of up to six rounds counts, and one round within `enoughMs` is enough.
 */
export async function longestTaskMs(
  page: Page,
  work: () => Promise<unknown>,
  enoughMs = 50,
): Promise<number> {
  let quietest = Infinity;
  for (let round = 0; round < 6 && quietest > enoughMs; round += 1)
    quietest = Math.min(quietest, (await tracedMs(page, work)) ?? Infinity);
  if (quietest === Infinity) throw new Error('no round was traced from its beginning to its end');
  return quietest;
}

/** One round; null where the trace does not hold both of its ends: tracing begins a moment after it is asked to. */
async function tracedMs(page: Page, work: () => Promise<unknown>): Promise<number | null> {
  const browser = page.context().browser();
  if (!browser) throw new Error('the page has no browser');
  const session = await browser.newBrowserCDPSession();
  const events: TraceEvent[] = [];
  session.on('Tracing.dataCollected', ({ value }) => events.push(...(value as unknown as TraceEvent[])));
  await session.send('Tracing.start', {
    transferMode: 'ReportEvents',
    traceConfig: {
      includedCategories: [
        'toplevel',
        '__metadata',
        'blink.user_timing',
        'disabled-by-default-devtools.timeline',
      ],
    },
  });
  const mark = (name: string) => page.evaluate((one) => void performance.mark(one), name);
  await mark(ends[0]);
  await work();
  await mark(ends[1]);
  const complete = new Promise((resolve) => session.once('Tracing.tracingComplete', resolve));
  await session.send('Tracing.end');
  await complete;
  await session.detach();
  if (ends.some((end) => !events.some(({ name }) => name === end))) return null;
  const thread = ({ pid, tid }: TraceEvent) => `${pid}/${tid}`;
  const named = events.filter(({ name, args }) => name === 'thread_name' && args?.name === 'CrRendererMain');
  const mains = new Set(named.map(thread));
  const tasks = events.filter((event) => event.name === 'RunTask' && mains.has(thread(event)));
  const times = tasks.flatMap(({ tdur }) => (tdur === undefined ? [] : [tdur / 1000]));
  // A trace without tasks has measured nothing.
  if (times.length === 0) throw new Error(`no task of a main thread among ${events.length} events`);
  return Math.max(...times);
}
