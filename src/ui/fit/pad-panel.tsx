'use client';
import { useMemo } from 'react';
import type { FitAnswer } from '@/core/fit';
import type { Pad } from '@/core/part';
import { type PadChoice, padWords, whyPad } from '@/core/stack';
import { showMoney } from '@/core/units';
import { useWorkerAnswer } from '@/workers/use-worker-answer';

type Props = {
  answer: FitAnswer;
  pads: Pad[];
  chosen: Pad[];
  shelfOnly: boolean;
  onPads: (pads: Pad[]) => void;
  /** The pad under the drive; left out where the place has no face for one. */
  below?: { pad: Pad | null; onPad: (pad: Pad | null) => void };
  locale: string;
};

const runs = 20_000;
const percent = (share: number) => `${Math.round(share * 100)} %`;

/** Which pad, or which two: the best three over the whole shelf by probability, with why; and any other to try. */
export function PadPanel(props: Props) {
  const { below, pads } = props;
  return (
    <div className="grid gap-3">
      <PadsAbove {...props} />
      {below && (
        <label className="flex flex-wrap items-center gap-2 text-[0.875rem]">
          <span className="font-semibold">Below the drive, to the face under it</span>
          <PadSelect label="Pad below" none="no pad below" pads={pads} pad={below.pad} onPad={below.onPad} />
          <span className="text-soft">A layer of its own; the heat that it carries away is not counted.</span>
        </label>
      )}
    </div>
  );
}

function PadsAbove({ answer, pads, chosen, shelfOnly, onPads, locale }: Props) {
  const { layers, place } = answer;
  const question = useMemo(() => {
    if (!layers?.gapFrom || place.form.kind !== 'module') return null;
    return {
      gap: layers.gapFrom,
      areaMm2: layers.areaMm2,
      forceAtMostN: place.form.boardForceAtMostN,
      pads: shelfOnly ? pads.filter(({ onShelf }) => onShelf > 0) : pads,
      layers: 2 as const,
      runs,
    };
  }, [layers, place, pads, shelfOnly]);
  const { answer: choice } = useWorkerAnswer(question && JSON.stringify(question), (client) =>
    client.pads(question!, 0.61),
  );
  if (!question)
    return (
      <p className="text-[0.875rem] text-soft">
        {layers?.sinkPlace === 'held'
          ? 'Bands or clips press this sink on: any pad is squeezed by their force, whatever its thickness.'
          : 'Here no sink stands at a given height, so no pad has a gap to fill.'}
      </p>
    );
  const best = choice.status === 'ready' && choice.value.known ? choice.value.choices.slice(0, 3) : null;
  const missing = choice.status === 'ready' && !choice.value.known ? choice.value.missing : null;
  return (
    <div className="grid gap-3">
      {missing ? (
        <p className="rounded-xl border border-dashed border-line-strong p-3 text-[0.875rem]">
          <b>Contact is not known.</b> {missing.what}. {missing.howToGet} Or take an impression: it settles
          the gap as it is.
        </p>
      ) : best ? (
        <ol className="grid gap-2 md:grid-cols-3">
          {best.map((one, i) => (
            <li key={padWords(one.pads)}>
              <PadCard
                choice={one}
                place={i + 1}
                locale={locale}
                chosen={same(one.pads, chosen)}
                onPads={onPads}
              />
            </li>
          ))}
        </ol>
      ) : (
        <p className="text-[0.875rem] text-soft" role="status">
          Drawing {runs.toLocaleString(locale)} gaps for every pad and every two…
        </p>
      )}
      <label className="flex flex-wrap items-center gap-2 text-[0.875rem]">
        <span className="font-semibold">Any other, one or two on each other</span>
        {[0, 1].map((slot) => (
          <PadSelect
            key={slot}
            label={slot === 0 ? 'First pad' : 'Second pad'}
            none={slot === 0 ? 'no pad' : 'no second'}
            pads={pads}
            pad={chosen[slot] ?? null}
            onPad={(picked) => {
              const next = [...chosen];
              if (picked) next[slot] = picked;
              else next.splice(slot, 1);
              onPads(next.filter(Boolean));
            }}
          />
        ))}
      </label>
    </div>
  );
}

/** One pad of the shelf, or none. */
function PadSelect({
  label,
  none,
  pads,
  pad,
  onPad,
}: {
  label: string;
  none: string;
  pads: Pad[];
  pad: Pad | null;
  onPad: (pad: Pad | null) => void;
}) {
  return (
    <select
      aria-label={label}
      className="h-10 rounded-lg border border-line-strong bg-surface px-2"
      value={pad?.id ?? ''}
      onChange={(event) => onPad(pads.find(({ id }) => id === event.target.value) ?? null)}
    >
      <option value="">{none}</option>
      {pads.map((one) => (
        <option key={one.id} value={one.id}>
          {padWords([one])} mm{one.onShelf > 0 ? '' : ', to buy'}
        </option>
      ))}
    </select>
  );
}

const same = (a: Pad[], b: Pad[]) => a.length === b.length && a.every(({ id }, i) => id === b[i]!.id);

function PadCard({
  choice,
  place,
  chosen,
  locale,
  onPads,
}: {
  choice: PadChoice;
  place: number;
  chosen: boolean;
  locale: string;
  onPads: (pads: Pad[]) => void;
}) {
  const { pads, contact, crush, tooMuchForce, forceN, kPerW } = choice;
  const price = showMoney({ minor: choice.priceMinor, currency: pads[0]!.price.currency }, locale);
  return (
    <button
      type="button"
      aria-pressed={chosen}
      onClick={() => onPads(pads)}
      className={`h-full w-full rounded-xl border p-3 text-left ${chosen ? 'border-ink bg-sunken' : 'border-line-strong hover:bg-sunken'}`}
    >
      <span className="flex items-baseline justify-between gap-2">
        <b>
          {place}. {padWords(pads)} mm
        </b>
        <span className="figures text-[0.8125rem]">{price}</span>
      </span>
      <span className="block text-[0.8125rem] text-soft">{whyPad(choice)}</span>
      <span className="mt-1 grid grid-cols-[1fr_auto] gap-x-2 text-[0.8125rem]">
        <span>squeezed enough</span>
        <span className="figures text-right">{percent(contact)}</span>
        <span>squeezed too much</span>
        <span className="figures text-right">{percent(crush)}</span>
        <span>force</span>
        <span className="figures text-right">
          {forceN.p05.toFixed(0)}–{forceN.p95.toFixed(0)} N{tooMuchForce === null ? ', limit ?' : ''}
        </span>
        <span>resistance</span>
        <span className="figures text-right">
          {kPerW.p05.toFixed(2)}–{kPerW.p95.toFixed(2)} K/W
        </span>
      </span>
    </button>
  );
}
