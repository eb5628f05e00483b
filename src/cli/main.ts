import { copyCommand } from './copy';
import { CommandError, exitCode, fail } from './exit';
import { inspectCommand } from './inspect';
import { Output, type Streams } from './output';
import { planCommand } from './plan';
import { verifyCommand } from './verify';

const help = `jicara: reads, plans, copies and verifies images of drives. It never writes to a device.

  jicara inspect IMAGE                what is on it
  jicara plan IMAGE [LAYOUT] [--out FOLDER]
                                      where everything would go on another drive
  jicara copy SOURCE TARGET [LAYOUT] [--read-back each|last|skipped --reason TEXT]
                            [--overwrite NAME] [--anew] [--full-size] [--limit-rate MB/S]
                                      a verified copy; the same command goes on after a stop or a kill,
                                      and reads a finished one again
  jicara verify TARGET [--source IMAGE]
                                      reads a finished copy again

  LAYOUT: --target-label GB | --target-bytes N   size of the new drive (else that of the target or the source)
          --target-sector 512|4096   --hold-back PERCENT   --drop PART …
          --size PART=MIB …          --second MIB (room for a second system)
          --table gpt|record|none    which table counts, where there are two
          --outside all|edges        how much is looked through outside file systems
  --json  the answer for programs, refusals too, on standard output

Exit: 0 fine · 1 something is wrong with what was looked at · 2 usage · 3 cannot be read · 4 target refused · 70 not foreseen · 130 stopped
`;

export type Process = Streams & { on: (signal: 'SIGINT' | 'SIGTERM', handler: () => void) => unknown };

/** A copy ends behind its batch when it is asked to; every other command may be ended at once. */
function interruptsOf(process: Process): { stopped: () => boolean } {
  let stopped = false;
  for (const signal of ['SIGINT', 'SIGTERM'] as const) process.on(signal, () => (stopped = true));
  return { stopped: () => stopped };
}

/** What nobody foresaw is told as that, and never as an answer. */
const unexpected = (error: unknown) =>
  new CommandError(
    {
      code: 'unexpected',
      sentence: `This failed in a way that was not foreseen: ${error instanceof Error ? error.message : String(error)}.`,
      remedy: 'Nothing was claimed. Try again; if it stays, report it with the command.',
    },
    exitCode.unexpected,
  );

/** Runs one command line; resolves to the exit code. */
export async function main(args: string[], process: Process): Promise<number> {
  const output = new Output(process);
  const [command, ...rest] = args;
  try {
    switch (command) {
      case 'inspect':
        return await inspectCommand(rest, output);
      case 'plan':
        return await planCommand(rest, output);
      case 'copy':
        return await copyCommand(rest, output, interruptsOf(process));
      case 'verify':
        return await verifyCommand(rest, output);
      case '--help':
      case 'help':
        process.stdout.write(help);
        return exitCode.fine;
      default:
        process.stderr.write(help);
        return fail(
          exitCode.usage,
          command === undefined ? 'No command was named.' : `“${command.slice(0, 40)}” is no command.`,
          'See jicara --help.',
        );
    }
  } catch (error) {
    const { fault, code } = error instanceof CommandError ? error : unexpected(error);
    output.say(`jicara: ${fault.sentence} ${fault.remedy}`);
    if (args.includes('--json'))
      output.answer({ schema: 'jicara.refusal/1', ...fault, exit: code }, [], true);
    return code;
  }
}
