import { main } from '@/cli/main';

/** Runs the command in this process, as the shell would: what it answers, what it says, and the number it ends with. */
export async function jicara(...args: string[]) {
  let [answer, said] = ['', ''];
  const code = await main(args, {
    stdout: { write: (text) => void (answer += text) },
    stderr: { write: (text) => void (said += text) },
    on: () => {},
  });
  return { code, answer, said };
}

/** The answer of a command that must end well, parsed. */
export async function answerOf<T>(...args: string[]): Promise<T> {
  const { code, answer, said } = await jicara(...args, '--json');
  if (code !== 0) throw new Error(`${args.join(' ')} ended with ${code}: ${said}${answer}`);
  return JSON.parse(answer) as T;
}
