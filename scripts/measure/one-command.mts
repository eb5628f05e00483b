import { main } from '../../src/cli/main';

/** One command of the command line in a process of its own, so that its memory is its own: prints seconds and the peak. */
const start = performance.now();
let said = '';
const code = await main(process.argv.slice(2), {
  stdout: { write: () => true },
  stderr: { write: (text: string) => void (said += text) },
  on: () => {},
});
if (code !== 0) throw new Error(`ended with ${code}: ${said}`);
// maxRSS is in kilobytes (getrusage(2)).
console.log(
  JSON.stringify({
    seconds: (performance.now() - start) / 1000,
    peakBytes: process.resourceUsage().maxRSS * 1024,
  }),
);
