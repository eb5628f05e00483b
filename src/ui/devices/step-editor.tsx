import type { DeviceProfile } from '@/core/device';
import type { Procedure } from '@/core/work';
import { Field } from '../field';
import { Check, Facts, Materials, Picks, ToolSelect, area } from './step-fields';
import { Typed, readMinutes } from './typed-field';
import { WayBack } from './way-back-editor';

type Step = Procedure['open' | 'swap' | 'close'][number];
type Props = { profile: DeviceProfile; procedure: Procedure; step: Step; onStep: (step: Step) => void };

/** One act, field by field; what is typed is taken as soon as it can be. */
export function StepEditor({ profile, procedure, step, onStep }: Props) {
  const set = (more: Partial<Step>) => onStep({ ...step, ...more } as Step);
  const back = 'back' in step ? step.back : null;
  return (
    <div className="grid gap-3 sm:grid-cols-2">
      <Field
        label="Act"
        className="sm:col-span-2"
        maxLength={120}
        value={step.title}
        onChange={({ target }) => target.value.trim() && set({ title: target.value })}
      />
      <label className="sm:col-span-2">
        <span className="mb-1 block font-semibold">How</span>
        <textarea
          className={area}
          rows={2}
          maxLength={400}
          value={step.how}
          onChange={({ target }) => target.value.trim() && set({ how: target.value })}
        />
      </label>
      <Typed
        label="Minutes"
        text={String(step.minutes)}
        read={readMinutes}
        fault="Minutes, such as 1.5."
        onRead={(minutes) => set({ minutes })}
      />
      <ToolSelect
        tools={procedure.tools}
        tool={step.tool ?? null}
        on={(tool) => set({ tool: tool ?? undefined })}
      />
      <Field
        label="What the other hand holds"
        maxLength={120}
        value={step.hold ?? ''}
        onChange={({ target }) => set({ hold: target.value || undefined })}
      />
      <Materials
        label="Used up by it"
        materials={step.materials}
        onMaterials={(materials) => set({ materials })}
      />
      <Facts
        label="Needs before it"
        facts={step.needs}
        onFacts={(needs) => set({ needs: needs as Step['needs'] })}
      />
      <Facts
        label="What is so after it"
        facts={step.effects}
        onFacts={(effects) => set({ effects: effects as Step['effects'] })}
      />
      <Picks
        label="Takes out"
        all={procedure.fasteners.map(({ id, where }) => ({ id, words: where }))}
        picked={step.takesOut}
        onPick={(takesOut) => set({ takesOut })}
      />
      <Picks
        label="Puts in"
        all={procedure.fasteners.map(({ id, where }) => ({ id, words: where }))}
        picked={step.putsIn}
        onPick={(putsIn) => set({ putsIn })}
      />
      <Picks
        label="Unplugs"
        all={procedure.cables.map(({ id, where }) => ({ id, words: where }))}
        picked={step.unplugs}
        onPick={(unplugs) => set({ unplugs })}
      />
      <Picks
        label="Plugs"
        all={procedure.cables.map(({ id, where }) => ({ id, words: where }))}
        picked={step.plugs}
        onPick={(plugs) => set({ plugs })}
      />
      {profile.revisions.length > 0 && (
        <Picks
          label="Only on these boards"
          all={profile.revisions.map(({ id, name }) => ({ id, words: name }))}
          picked={step.revisions ?? []}
          onPick={(revisions) => set({ revisions: revisions.length > 0 ? revisions : undefined })}
        />
      )}
      {procedure.questions.length > 0 && (
        <label>
          <span className="mb-1 block font-semibold">Only with this answer</span>
          <select
            className="h-11 w-full rounded-xl border border-line-strong bg-surface px-3"
            value={step.only ? `${step.only.question} ${step.only.answer}` : ''}
            onChange={({ target }) => {
              const [question, answer] = target.value.split(' ');
              set({ only: question && answer ? { question, answer } : undefined });
            }}
          >
            <option value="">with any</option>
            {procedure.questions.flatMap(({ id, ask, answers }) =>
              answers.map((one) => (
                <option key={`${id} ${one.id}`} value={`${id} ${one.id}`}>
                  {ask} {one.words}
                </option>
              )),
            )}
          </select>
        </label>
      )}
      <div className="flex flex-col gap-1">
        <Check
          label="It touches the board"
          is={step.touchesBoard}
          on={(touchesBoard) => set({ touchesBoard })}
        />
        <Check
          label="Only for those trained for mains"
          is={step.mayDo === 'mains'}
          on={(mains) => set({ mayDo: mains ? 'mains' : 'anyone' })}
        />
        <Check label="It waits by itself" is={step.waits} on={(waits) => set({ waits })} />
      </div>
      <Field
        label="Caution"
        maxLength={200}
        value={step.caution ?? ''}
        onChange={({ target }) => set({ caution: target.value || undefined })}
      />
      <Field
        label="What breaks"
        maxLength={200}
        value={step.breaks ?? ''}
        onChange={({ target }) => set({ breaks: target.value || undefined })}
      />
      <Field
        label="What cannot be undone"
        hint="The owner is asked before the device is opened"
        value={step.final ?? ''}
        onChange={({ target }) => set({ final: target.value || undefined })}
      />
      {back && (
        <fieldset className="rounded-xl border p-3 sm:col-span-2">
          <legend className="px-1 font-semibold">Its way back</legend>
          <Check
            label="It is not undone at closing"
            is={'none' in back}
            on={(isNone) =>
              set({
                back: isNone
                  ? { none: 'the swap does it' }
                  : {
                      title: `Undo: ${step.title}`.slice(0, 120),
                      how: 'The other way round.',
                      minutes: step.minutes,
                      before: null,
                      tool: null,
                      hold: null,
                      breaks: null,
                      materials: [],
                      needs: [],
                    },
              } as Partial<Step>)
            }
          />
          {'none' in back ? (
            <Field
              label="Why"
              maxLength={200}
              value={back.none}
              onChange={({ target }) =>
                target.value.trim() && set({ back: { none: target.value } } as Partial<Step>)
              }
            />
          ) : (
            <WayBack
              procedure={procedure}
              step={step}
              back={back}
              onBack={(next) => set({ back: next } as Partial<Step>)}
            />
          )}
        </fieldset>
      )}
    </div>
  );
}
