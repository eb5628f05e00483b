import { type CopyJob, runCopy } from '../../src/dock';

/** One copy in a process of its own, so that its memory is its own: prints seconds and the peak. */
const job = JSON.parse(process.argv[2]!) as CopyJob;
const start = performance.now();
const result = await runCopy(job, {
  progress: () => {},
  stopped: () => false,
  nowMs: () => performance.now(),
  sleep: async () => {},
});
if (!result.ok) throw new Error(result.fault.sentence);
const seconds = (performance.now() - start) / 1000;
// maxRSS is in kilobytes (getrusage(2)).
console.log(JSON.stringify({ seconds, peakBytes: process.resourceUsage().maxRSS * 1024 }));
