'use client';
import { Command, defaultFilter } from 'cmdk';
import { useEffect, useState } from 'react';
import { DialogFrame } from './dialog-frame';
import { mayLeave } from './leaving';

export type Findable = { href: string; label: string; hint: string };

const valueOf = ({ label, hint, href }: Findable): string => `${label} ${hint} ${href}`;

/** What is through weighs less than what is still on the bench. */
const throughWeighs = 0.6;

/** How well a line has the letters: what is at hand before what was handed over. */
const fits = (value: string, search: string, keywords?: string[]): number =>
  (defaultFilter?.(value, search, keywords) ?? 0) * (value.includes(', handed over') ? throughWeighs : 1);

/** Find anything by typing: jobs, parts, labels, devices, steps, screens. */
export function FindDialog({
  open,
  onOpenChange,
  start = '',
  items,
  find,
  onGo,
}: {
  open: boolean;
  onOpenChange: (open: boolean) => void;
  /** What was typed before it was here. */
  start?: string;
  items: Findable[];
  /** What the workshop’s own books know of these letters, beyond what is at hand. */
  find?: (q: string) => Promise<Findable[]>;
  onGo: (href: string) => void;
}) {
  const [typed, setTyped] = useState(start);
  const [found, setFound] = useState<Findable[]>([]);
  const [picked, setPicked] = useState('');
  useEffect(() => {
    let isGone = false;
    // Nothing is asked for a letter alone, nor for each of them while somebody types.
    const soon = setTimeout(() => {
      if (!find || typed.trim().length < 2) setFound([]);
      else
        void find(typed).then((more) => {
          if (isGone) return;
          setFound(more);
          // Of what is at hand nothing has these letters as they stand: the first that the books found is meant.
          const letters = typed.trim().toLowerCase();
          const isAtHand = items.some((item) => valueOf(item).toLowerCase().includes(letters));
          const [first] = more;
          if (!isAtHand && first) setPicked(valueOf(first));
        });
    }, 120);
    return () => {
      isGone = true;
      clearTimeout(soon);
    };
  }, [typed, find, items]);
  const known = new Set(items.map(({ href, label }) => `${href} ${label}`));
  const all = [...items, ...found.filter(({ href, label }) => !known.has(`${href} ${label}`))];
  return (
    <DialogFrame title="Find" open={open} onOpenChange={onOpenChange} hideTitle>
      <Command label="Find anything" filter={fits} loop value={picked} onValueChange={setPicked}>
        <Command.Input
          value={typed}
          onValueChange={setTyped}
          placeholder="Job, serial, label, part, device, step or screen"
          className="h-12 w-full rounded-lg border border-line-strong bg-ground px-3 text-lg"
        />
        <Command.List className="mt-2 max-h-80 overflow-y-auto">
          <Command.Empty className="px-3 py-4 text-soft">
            Nothing of that name is here. Try a job number such as 0412.
          </Command.Empty>
          {all.map((item) => (
            <Command.Item
              key={`${item.href} ${item.label}`}
              value={valueOf(item)}
              // What the books found by a note or a label is not thrown out for a word that its line does not show.
              keywords={found.includes(item) ? typed.split(/\s+/u) : []}
              onSelect={() => (mayLeave(item.href) ? onGo(item.href) : onOpenChange(false))}
              className="flex min-h-11 cursor-pointer items-center justify-between gap-3 rounded-lg px-3 aria-selected:bg-sunken"
            >
              <span className="font-semibold">{item.label}</span>
              <span className="truncate text-soft">{item.hint}</span>
            </Command.Item>
          ))}
        </Command.List>
      </Command>
    </DialogFrame>
  );
}
