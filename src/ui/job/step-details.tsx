import type { JobView } from '@/core/job-view';
import { latchWords } from '@/core/work';

type Props = { step: JobView['steps'][number]; procedure: JobView['profile']['procedure'] };

/** What one step needs to be known beside its sentence: where, what to hold, how cables come off, how to pry, what breaks. */
export function StepDetails({ step, procedure }: Props) {
  const { pry } = step;
  const moved = procedure.fasteners.filter(({ id }) => [...step.takesOut, ...step.putsIn].includes(id));
  const rows: [string, string][] = [];
  const add = (name: string, words: string | null) => words && rows.push([name, words]);
  add('Where', step.at);
  add('Hold', step.hold);
  for (const cable of procedure.cables.filter(({ id }) => [...step.unplugs, ...step.plugs].includes(id))) {
    add(cable.where, latchWords[cable.latch][step.unplugs.includes(cable.id) ? 'off' : 'on']);
    if (step.unplugs.includes(cable.id)) add('It rests', cable.restsWhere);
  }
  if (pry) {
    add(
      'Pry',
      `from ${pry.from}, ${pry.towards}; ${pry.depthMm} mm deep${pry.clips ? `, ${pry.clips} clips` : ''}`,
    );
    add('Stop', pry.stop);
  }
  for (const group of moved) {
    add(group.where, group.under && step.takesOut.includes(group.id) ? `under the ${group.under}` : null);
    if (step.putsIn.includes(group.id)) {
      add('Turn', group.tighten);
      if (group.emptyHoles > 0)
        add(
          'Stays empty',
          `${group.emptyHoles} ${group.emptyHoles === 1 ? 'hole' : 'holes'} beside them, of the same size`,
        );
    }
  }
  add('Breaks', step.breaks);
  add('For good', step.final);
  if (step.mayDo === 'mains') add('Who', 'only those trained for mains supplies and allowed by local rules');
  // Fingers are always at hand.
  const tools = step.id === 'lay-out' ? procedure.tools.filter(({ name }) => !name.startsWith('finger')) : [];
  return (
    <>
      {tools.length > 0 && (
        <ul className="mt-3 flex flex-wrap gap-2 text-[0.9375rem]" aria-label="Tools">
          {tools.map(({ name, special }) => (
            <li key={name} className="rounded-xl border px-3 py-1">
              <b>{name}</b>
              {special && <span className="block text-[0.8125rem] text-soft">{special}</span>}
            </li>
          ))}
        </ul>
      )}
      {rows.length > 0 && (
        <dl className="mt-3 grid grid-cols-[auto_minmax(0,1fr)] gap-x-4 gap-y-1 text-[1rem]">
          {rows.map(([name, words], i) => (
            <div key={i} className="contents">
              <dt className="text-soft">{name}</dt>
              <dd className={name === 'Breaks' ? 'font-semibold text-over' : ''}>{words}</dd>
            </div>
          ))}
        </dl>
      )}
    </>
  );
}
