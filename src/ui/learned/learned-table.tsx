import type { LearnedLine, LessonKind } from '@/core/learn';
import { kindWords } from './kind-words';

/** By how much a cause is off what is usual, in words. */
function offWords(factor: number, { more, less }: { more: string; less: string }): string {
  const percent = Math.round(Math.abs(factor - 1) * 100);
  return percent === 0 ? 'as usual' : `${percent} % ${factor > 1 ? more : less}`;
}

/** What is known of each cause, and from how much. */
export function LearnedTable({ kind, lines }: { kind: LessonKind; lines: LearnedLine[] }) {
  if (lines.length === 0) return null;
  const words = kindWords[kind];
  return (
    <details className="mt-3">
      <summary className="min-h-11 cursor-pointer py-2 font-semibold">
        What it knows of people, devices and cases ({lines.length})
      </summary>
      <table className="w-full border-collapse text-[0.875rem]">
        <thead>
          <tr className="border-b text-left text-[0.8125rem] text-soft">
            <th className="py-1 font-medium" scope="col">
              Of
            </th>
            <th className="font-medium" scope="col">
              Against what is usual
            </th>
            <th className="pl-3 text-right font-medium" scope="col">
              From
            </th>
          </tr>
        </thead>
        <tbody>
          {lines.map((line) => (
            <tr key={`${line.what} ${line.name}`} className="border-b border-dashed last:border-0">
              <td className="py-1.5 pr-3">
                <span className="text-soft">{line.what}</span> <b>{line.name}</b>
              </td>
              <td className="pr-3">
                {offWords(line.middle, words)}{' '}
                <span className="text-[0.8125rem] text-soft">
                  between {offWords(line.least, words)} and {offWords(line.most, words)}
                </span>
              </td>
              <td className="figures text-right">{line.from}×</td>
            </tr>
          ))}
        </tbody>
      </table>
    </details>
  );
}
