/** Where a command speaks: answers to standard output, progress and refusals to standard error. */
export type Streams = {
  stdout: { write: (text: string) => unknown };
  stderr: { write: (text: string) => unknown; isTTY?: boolean };
};

export class Output {
  private hasLine = false;

  constructor(private readonly streams: Streams) {}

  /** The answer: as JSON for programs, or as lines for a person. */
  answer(data: unknown, lines: string[], asJson: boolean): void {
    this.clear();
    this.streams.stdout.write(`${asJson ? JSON.stringify(data, null, 2) : lines.join('\n')}\n`);
  }

  /** A line that is written over by the next one; only a terminal sees it. */
  progress(line: string): void {
    if (!this.streams.stderr.isTTY) return;
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
