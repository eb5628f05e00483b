import type { Procedure } from '@/core/work';
import { Field } from '../field';
import { Facts, Materials, ToolSelect } from './step-fields';
import { Typed, readMinutes } from './typed-field';

type Step = Procedure['open' | 'swap' | 'close'][number];
type Back = Exclude<Procedure['open'][number]['back'], { none: string }>;

/** How an act is undone at closing, with what is other there than at opening. */
export function WayBack({
  procedure,
  step,
  back,
  onBack,
}: {
  procedure: Procedure;
  step: Step;
  back: Back;
  onBack: (back: Back) => void;
}) {
  const set = (more: Partial<Back>) => onBack({ ...back, ...more });
  return (
    <div className="grid gap-3 sm:grid-cols-2">
      <Field
        label="Act at closing"
        maxLength={120}
        value={back.title}
        onChange={({ target }) => target.value.trim() && set({ title: target.value })}
      />
      <Field
        label="How at closing"
        maxLength={400}
        value={back.how}
        onChange={({ target }) => target.value.trim() && set({ how: target.value })}
      />
      <Typed
        label="Minutes at closing"
        text={String(back.minutes)}
        read={readMinutes}
        fault="Minutes, such as 1.5."
        onRead={(minutes) => set({ minutes })}
      />
      <label>
        <span className="mb-1 block font-semibold">Undone right before</span>
        <select
          className="h-11 w-full rounded-xl border border-line-strong bg-surface px-3"
          value={back.before ?? ''}
          onChange={({ target }) => set({ before: target.value || null })}
        >
          <option value="">in reverse order, as usual</option>
          {procedure.open.flatMap(({ id, back: other }) =>
            id !== step.id && 'title' in other ? (
              <option key={id} value={id}>
                {other.title}
              </option>
            ) : (
              []
            ),
          )}
        </select>
      </label>
      <ToolSelect
        label="Tool at closing"
        tools={procedure.tools}
        tool={back.tool}
        on={(tool) => set({ tool })}
      />
      <Field
        label="What the other hand holds then"
        maxLength={120}
        value={back.hold ?? ''}
        onChange={({ target }) => set({ hold: target.value || null })}
      />
      <Field
        label="What breaks then"
        maxLength={200}
        value={back.breaks ?? ''}
        onChange={({ target }) => set({ breaks: target.value || null })}
      />
      <Materials
        label="Used up at closing"
        materials={back.materials}
        onMaterials={(materials) => set({ materials })}
      />
      <Facts
        label="Needs before it is undone"
        facts={back.needs}
        onFacts={(needs) => set({ needs: needs as Back['needs'] })}
      />
    </div>
  );
}
