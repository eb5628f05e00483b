/** Where a command speaks: answers to standard output, progress and refusals to standard error. */
export type Streams = {
  stdout: { write: (text: string) => unknown };
  stderr: { write: (text: string) => unknown; isTTY?: boolean };
};

/** Where no line can be written over, progress is told this often. */
const lineEveryMs = 5000;

export class Output {
  private hasLine = false;
  private toldMs = -Infinity;

  constructor(
    private readonly streams: Streams,
    private readonly nowMs: () => number = () => performance.now(),
  ) {}

  /** The answer: as JSON for programs, or as lines for a person. */
  answer(data: unknown, lines: string[], asJson: boolean): void {
    this.clear();
    this.streams.stdout.write(`${asJson ? JSON.stringify(data, null, 2) : lines.join('\n')}\n`);
  }

  /** A line that a terminal writes over with the next one; elsewhere one line from time to time. */
  progress(line: string): void {
    if (!this.streams.stderr.isTTY) {
      if (this.nowMs() - this.toldMs < lineEveryMs) return;
      this.toldMs = this.nowMs();
      this.streams.stderr.write(`${line}\n`);
      return;
    }
    this.streams.stderr.write(`\r\x1b[2K${line}`);
    this.hasLine = true;
  }

  say(line: string): void {
    this.clear();
    this.streams.stderr.write(`${line}\n`);
  }

  private clear() {
    if (this.hasLine) this.streams.stderr.write('\r\x1b[2K');
    this.hasLine = false;
  }
}
