import { type Result, ok, refuse } from '@/core/result';

/**
 * What a chosen file says, whole or not at all: the part of a file that was cut off would be judged as if it were all of it. Faults:
 * `too-long`; `unreadable`, where it was moved or taken out meanwhile.
 */
export async function textOfFile(file: File, what: string, mostBytes: number): Promise<Result<string>> {
  if (file.size <= mostBytes)
    try {
      return ok(await file.text());
    } catch {
      return refuse('unreadable', `${file.name} cannot be read any more.`, 'Choose it again.');
    }
  const sized = file.size >= 1e6 ? `${Math.round(file.size / 1e6)} MB` : `${Math.round(file.size / 1e3)} kB`;
  return refuse(
    'too-long',
    `${file.name} has ${sized}.`,
    `${what} has at most ${Math.round(mostBytes / 1e6)} MB: check that it is the right one.`,
  );
}
