import { useState } from 'react';
import { Choice } from '../choice';
import { WhyForm } from '../why-form';

type Said<Result extends string> = { id: string; result: Result; note: string };

type Props<Result extends string> = {
  asked: readonly { id: string; what: string; how: string }[];
  said: readonly Said<Result>[];
  words: Readonly<Record<Result, string>>;
  /** The answer that goes without a word; the others ask for one, under this label. */
  plain: Result;
  label: (result: Result) => string;
  /** Says it; true where it was noted. */
  say: (one: Said<Result>) => Promise<boolean>;
  busy: boolean;
  /** Closed, it only shows what was said. */
  isOpen?: boolean;
};

/** Things that are looked at one by one, each with its answer; what is not as it should be goes with a word. */
export function SaidList<Result extends string>({
  asked,
  said,
  words,
  plain,
  label,
  say,
  busy,
  isOpen = true,
}: Props<Result>) {
  const [asking, setAsking] = useState<{ id: string; result: Result } | null>(null);
  const note = async (one: Said<Result>) => {
    if (await say(one)) setAsking(null);
  };
  return (
    <ul className="flex flex-col gap-3">
      {asked.map(({ id, what, how }) => {
        const known = said.find((one) => one.id === id);
        const isAsking = asking?.id === id;
        return (
          <li key={id} className="border-b border-dashed pb-3 last:border-0 last:pb-0">
            <p className="mb-1.5">
              <b>{what}</b> <span className="text-[0.875rem] text-soft">{how}</span>
            </p>
            {isOpen ? (
              <Choice
                legend={what}
                hideLegend
                value={isAsking ? asking.result : (known?.result ?? null)}
                options={(Object.keys(words) as Result[]).map((value) => ({ value, label: words[value] }))}
                onChange={(result) =>
                  result === plain ? void note({ id, result, note: '' }) : setAsking({ id, result })
                }
              />
            ) : (
              <p className="font-semibold">{known ? words[known.result] : 'not tried'}</p>
            )}
            {known?.note && !isAsking && <p className="mt-1 text-[0.875rem] text-soft">{known.note}</p>}
            {isAsking && (
              <WhyForm
                label={label(asking.result)}
                busy={busy}
                onNote={(why) => void note({ id, result: asking.result, note: why })}
              />
            )}
          </li>
        );
      })}
    </ul>
  );
}
