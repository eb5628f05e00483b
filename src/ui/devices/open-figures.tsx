import dynamic from 'next/dynamic';
import { useState } from 'react';
import type { DeviceProfile, Place } from '@/core/device';
import type { Fault, Result } from '@/core/result';
import {
  type Figure,
  type FigureEntry,
  type PlainAnswer,
  figureAt,
  figuresOf,
  plainAnswersOf,
} from '@/core/teach';
import { Button } from '../button';
import { Card } from '../station-frame';

/** Fetched when one is opened. */
const FigureDialog = dynamic(() => import('./figure-dialog').then((m) => m.FigureDialog), { ssr: false });
const AnswerDialog = dynamic(() => import('./figure-dialog').then((m) => m.AnswerDialog), { ssr: false });

type Props = {
  profile: DeviceProfile;
  busy: boolean;
  fault: Fault | null;
  onEnter: (entry: FigureEntry) => Promise<boolean>;
  onPhoto: (photo: File) => Promise<Result<{ picture: string }>>;
};

type Item = {
  place: Place;
  id: string;
  words: string;
  howToGet: string;
  isKnown: boolean;
  isAsked: boolean;
} & ({ figure: Figure; answer: null } | { figure: null; answer: PlainAnswer });

/** Everything of a device's places that can be entered: known, not known, or asked for by nobody yet. */
function itemsOf({ places }: DeviceProfile): Item[] {
  const open = places.filter(({ replaceable }) => replaceable);
  const named = (place: Place, words: string) => (open.length > 1 ? `${words}, ${place.name}` : words);
  return open.flatMap((place) => [
    ...plainAnswersOf(place).map((answer) => ({
      place,
      id: `${place.id} ${answer.id}`,
      words: named(place, answer.words),
      howToGet: answer.howToGet,
      isKnown: answer.now !== null,
      isAsked: true,
      figure: null,
      answer,
    })),
    ...figuresOf(place).map((figure) => {
      const now = figureAt(place, figure);
      return {
        place,
        id: `${place.id} ${figure.id}`,
        words: named(place, figure.words),
        howToGet: figure.howToGet,
        isKnown: now?.known === true,
        isAsked: now !== null,
        figure,
        answer: null,
      };
    }),
  ]);
}

/** What nobody has measured of a device yet, each with how to get it; and a way to change what is known. */
export function OpenFigures({ profile, busy, fault, onEnter, onPhoto }: Props) {
  const [asked, setAsked] = useState<Item | null>(null);
  const items = itemsOf(profile);
  const open = items.filter(({ isKnown, isAsked }) => isAsked && !isKnown);
  const others = items.filter((item) => !open.includes(item));
  const enter = (entry: FigureEntry) => void onEnter(entry).then((done) => done && setAsked(null));
  const close = () => setAsked(null);
  return (
    <Card
      title={open.length > 0 ? 'Not known yet' : 'Figures'}
      hint={
        open.length > 0
          ? 'measure as you go: each one makes answers surer'
          : 'measured anew, or from a newer paper'
      }
      tools={
        others.length > 0 && (
          <label className="flex flex-wrap items-center gap-2 text-[0.875rem]">
            <span className="font-semibold">Change</span>
            <select
              className="h-11 rounded-xl border border-line-strong bg-surface px-3"
              value=""
              onChange={(event) => setAsked(others.find(({ id }) => id === event.target.value) ?? null)}
            >
              <option value="">another figure</option>
              {others.map(({ id, words }) => (
                <option key={id} value={id}>
                  {words}
                </option>
              ))}
            </select>
          </label>
        )
      }
    >
      {open.length > 0 && (
        <ul className="grid gap-x-6 md:grid-cols-2">
          {open.map((item) => (
            <li key={item.id} className="flex items-center gap-3 border-b border-dashed py-1.5">
              <span className="min-w-0 flex-1 text-[0.875rem]">
                <b>{item.words}</b>
                <span className="block text-[0.8125rem] text-soft">{item.howToGet}</span>
              </span>
              <Button aria-label={`Enter: ${item.words}`} onClick={() => setAsked(item)}>
                Enter
              </Button>
            </li>
          ))}
        </ul>
      )}
      {asked?.figure && (
        <FigureDialog
          place={asked.place}
          figure={asked.figure}
          busy={busy}
          fault={fault}
          onClose={close}
          onEnter={enter}
          onPhoto={onPhoto}
        />
      )}
      {asked?.answer && (
        <AnswerDialog
          place={asked.place}
          answer={asked.answer}
          busy={busy}
          fault={fault}
          onClose={close}
          onEnter={enter}
        />
      )}
    </Card>
  );
}
