import { X } from 'lucide-react';
import { type FormEvent, useState } from 'react';
import type { Settings } from '@/core/workshop';
import { Button } from './button';
import { DialogFrame } from './dialog-frame';
import { Field } from './field';

type View = Settings['logbookViews'][number];

type Props = {
  views: readonly View[];
  /** What the logbook shows now, as it stands in its address. */
  params: string;
  onPick: (params: string) => void;
  onChange: (views: View[]) => void;
};

/** Views that somebody kept under a name; the one that is shown is marked. */
export function SavedViews({ views, params, onPick, onChange }: Props) {
  const [name, setName] = useState<string | null>(null);
  const keep = (event: FormEvent) => {
    event.preventDefault();
    const wanted = name?.trim();
    if (!wanted) return;
    // A name that was there already means this view from now on.
    onChange([...views.filter((view) => view.name !== wanted), { name: wanted, params }]);
    setName(null);
  };
  return (
    <div className="flex flex-wrap items-center gap-2">
      {views.map((view) => (
        <span key={view.name} className="inline-flex items-center rounded-full border border-line-strong">
          <button
            type="button"
            aria-pressed={view.params === params}
            className={`min-h-9 rounded-full px-3 ${view.params === params ? 'font-bold' : ''}`}
            onClick={() => onPick(view.params)}
          >
            {view.name}
          </button>
          <button
            type="button"
            aria-label={`Forget the view ${view.name}`}
            className="grid size-9 place-items-center rounded-full hover:bg-sunken"
            onClick={() => onChange(views.filter((other) => other !== view))}
          >
            <X className="size-4" aria-hidden />
          </button>
        </span>
      ))}
      <Button kind="quiet" onClick={() => setName('')}>
        Keep this view
      </Button>
      <DialogFrame
        title="Keep this view"
        open={name !== null}
        onOpenChange={(open) => !open && setName(null)}
      >
        <form onSubmit={keep} className="flex flex-col gap-3">
          <Field
            label="Name"
            hint="Everybody here finds it by this name."
            value={name ?? ''}
            maxLength={40}
            onChange={({ target }) => setName(target.value)}
          />
          <span>
            <Button kind="main" type="submit" disabled={!name?.trim()}>
              Keep it
            </Button>
          </span>
        </form>
      </DialogFrame>
    </div>
  );
}
