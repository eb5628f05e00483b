import { useMemo } from 'react';
import { Sketch, figureAt, figuresOf, profileOfSketch } from '@/core/teach';
import { SlotDrawing } from './slot-drawing';
import { type TeachTyped, sketchOf } from './teach-answers';

/** What these answers answer already, and what stays open. */
export function Foretold({ typed, locale }: { typed: TeachTyped; locale: string }) {
  const profile = useMemo(() => {
    const sketch = Sketch.safeParse(
      sketchOf({ ...typed, maker: typed.maker || '…', name: typed.name || '…' }),
    );
    return sketch.success
      ? { ok: true as const, value: profileOfSketch(sketch.data, 'sketch') }
      : sketch.error;
  }, [typed]);
  if (!('value' in profile)) {
    const [issue] = typed.forms.length > 0 ? profile.issues : [];
    return issue ? (
      <p className="font-semibold text-over">{issue.message}</p>
    ) : (
      <p className="text-soft">Say what goes in, and the place is drawn here.</p>
    );
  }
  const { places } = profile.value;
  return (
    <div className="flex flex-col gap-3">
      {places.map((place) => {
        const open = figuresOf(place).filter((figure) => figureAt(place, figure)?.known === false);
        return (
          <div key={place.id}>
            <SlotDrawing place={place} locale={locale} />
            <p className="mt-2 text-[0.875rem]">
              Answers already: whether a drive plugs in, and how large it shows. Not known yet, each with how
              to get it:
            </p>
            <ul className="mt-1 text-[0.875rem] text-tight">
              {open.map(({ id, words }) => (
                <li key={id}>{words}</li>
              ))}
            </ul>
          </div>
        );
      })}
    </div>
  );
}
