'use client';
import { useEffect, useId, useRef, useState } from 'react';
import { type Chip, type ChipKind, type Understood, questionFor } from '@/core/ask';
import { showBytes } from '@/core/units';

type Asked = {
  chips: Chip[];
  notUnderstood: Understood['notUnderstood'];
  profile: { maker: string; name: string } | null;
  devices: { id: string; name: string }[];
  build: { drive: { maker: string; model: string; labelGB: number } } | null;
  fromCatalogue: boolean;
  drives: { id: string; maker: string; model: string; labelGB: number; formFactor: string }[];
};

type Props = { text: string; view: Asked; silent: boolean; onText: (text: string) => void };

const kindWords: Readonly<Record<ChipKind, string>> = {
  device: 'device',
  place: 'place',
  drive: 'drive',
  form: 'form',
  size: 'size',
  speed: 'speed',
  generation: 'link',
  protocol: 'speaks',
  version: 'version',
  revision: 'board',
};

type Suggestion = { id: string; words: string; text: string };

/** What could stand next: devices until one is named, then drives that go with what is typed. */
function suggestions(text: string, view: Asked): Suggestion[] {
  const last = text.split(/\s+/u).at(-1) ?? '';
  const before = text.slice(0, text.length - last.length);
  if (!view.profile)
    return view.devices.map(({ id, name }) => ({
      id,
      words: name,
      text: `${before}${name.split(' ').at(-1)!.toLowerCase()} `,
    }));
  const { profile } = view;
  return view.drives.map((drive) => ({
    id: drive.id,
    words: `${drive.maker} ${drive.model} ${showBytes(drive.labelGB * 1e9)}, ${drive.formFactor}`,
    text: questionFor(profile, drive),
  }));
}

/** One field that understands "osprey 2280-D2-M 2 TB 7000", and completes as one types. */
export function AskField({ text, view, silent, onText }: Props) {
  const id = useId();
  const [open, setOpen] = useState(false);
  const [at, setAt] = useState(-1);
  const field = useRef<HTMLInputElement>(null);
  useEffect(() => field.current?.focus(), []);
  const list = suggestions(text, view);
  const shown = open && list.length > 0;
  /** Marks the words that something was understood from, to be typed over. */
  const mark = (words: string) => {
    const start = text.toLowerCase().indexOf(words.toLowerCase());
    field.current?.focus();
    if (start >= 0 && words !== '') field.current?.setSelectionRange(start, start + words.length);
  };
  const take = (suggestion: Suggestion) => {
    onText(suggestion.text);
    setAt(-1);
    setOpen(suggestion.text.endsWith(' '));
    field.current?.focus();
  };
  return (
    <div className="relative">
      <label htmlFor={id} className="font-display text-[1.25rem] font-bold">
        Will this one do?
      </label>
      <input
        id={id}
        ref={field}
        role="combobox"
        aria-expanded={shown}
        aria-controls={`${id}-list`}
        aria-activedescendant={shown && at >= 0 ? `${id}-${at}` : undefined}
        aria-describedby={`${id}-understood`}
        autoComplete="off"
        spellCheck={false}
        className="mt-1 h-13 w-full rounded-xl border-2 border-line-strong bg-surface px-4 text-[1.1875rem]"
        placeholder="device, then drive or size code: osprey 2280-D2-M 2 TB 7000"
        value={text}
        onChange={(event) => {
          onText(event.target.value);
          setOpen(true);
          setAt(-1);
        }}
        onBlur={() => setOpen(false)}
        onKeyDown={(event) => {
          if (event.key === 'Escape') return setOpen(false);
          if (event.key === 'ArrowDown' || event.key === 'ArrowUp') {
            event.preventDefault();
            setOpen(true);
            const by = event.key === 'ArrowDown' ? 1 : -1;
            setAt((at + by + list.length + (at < 0 && by < 0 ? 1 : 0)) % Math.max(1, list.length));
          }
          if (event.key === 'Enter' || (event.key === 'Tab' && shown && at >= 0)) {
            if (shown && at >= 0) {
              event.preventDefault();
              take(list[at]!);
            } else if (event.key === 'Enter') field.current?.blur();
          }
        }}
      />
      {shown && (
        <ul
          id={`${id}-list`}
          role="listbox"
          aria-label="What it could be"
          className="mt-1.5 flex flex-wrap gap-1.5"
        >
          {list.map((suggestion, i) => (
            <li
              key={suggestion.id}
              id={`${id}-${i}`}
              role="option"
              aria-selected={i === at}
              className={`flex min-h-9 cursor-pointer items-center rounded-lg border px-2.5 text-[0.875rem] ${i === at ? 'border-cochineal bg-sunken font-semibold' : 'border-line-strong hover:bg-sunken'}`}
              onPointerDown={(event) => {
                event.preventDefault();
                take(suggestion);
              }}
            >
              {suggestion.words}
            </li>
          ))}
        </ul>
      )}
      <p id={`${id}-understood`} className="mt-1 text-[0.875rem] text-soft" aria-live="polite">
        {silent ? (
          <b className="text-over">Jicara did not answer. Is it still running?</b>
        ) : text.trim() === '' ? (
          'Size code or form factor, capacity, read speed in MB/s, in any order; arrow keys choose what is offered.'
        ) : view.profile ? null : (
          'Which device is it?'
        )}
      </p>
      {text.trim() !== '' && !silent && (
        <ul aria-label="What was understood" className="mt-2 flex flex-wrap gap-1.5">
          {view.chips.map(({ kind, words, means }) => (
            <li key={`${kind} ${means}`}>
              <button
                type="button"
                title={`Change “${words}”`}
                className="flex min-h-8 items-baseline gap-1.5 rounded-lg border bg-sunken px-2 py-0.5 text-[0.875rem]"
                onClick={() => mark(words)}
              >
                <span className="text-soft">{kindWords[kind]}</span> {means}
              </button>
            </li>
          ))}
          {view.notUnderstood.map(({ words, why }) => (
            <li key={words}>
              <button
                type="button"
                title={`Change “${words}”`}
                className="flex min-h-8 items-baseline gap-1.5 rounded-lg border-2 border-over px-2 py-0.5 text-[0.875rem]"
                onClick={() => mark(words)}
              >
                <b className="text-over">not understood</b> “{words}”: {why}
              </button>
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}
