import { profile } from '../fit/demo.test.data';
import { unsafeValue } from '../result';
import { withWords } from '.';

const { procedure } = profile('braskit-heron');
const other = 'In other words, which nobody used.';

describe('better words for a step', () => {
  it('change that step, in or back, and nothing else', () => {
    let tried = 0;
    for (const list of ['open', 'swap', 'close'] as const)
      procedure[list].forEach((step, at) => {
        const { procedure: next, title } = unsafeValue(
          withWords(procedure, { stepId: step.id, was: step.how, how: other }),
        );
        const wanted = structuredClone(procedure);
        Object.assign(wanted[list][at] ?? {}, { how: other });
        expect([next, title]).toEqual([wanted, step.title]);
        tried += 1;
      });
    procedure.open.forEach((step, at) => {
      if ('none' in step.back) return;
      const better = withWords(procedure, { stepId: `back-${step.id}`, was: step.back.how, how: other });
      const wanted = structuredClone(procedure);
      Object.assign(wanted.open[at]?.back ?? {}, { how: other });
      expect(unsafeValue(better)).toEqual({ procedure: wanted, title: step.back.title });
      tried += 1;
    });
    expect(tried).toBeGreaterThan(20);
  });

  it('are refused where others stand by now, and where the step has none of its own', () => {
    const [{ id, how } = { id: '', how: '' }] = procedure.open;
    expect(withWords(procedure, { stepId: id, was: `${how} `, how: other })).toMatchObject({
      fault: { code: 'words-changed' },
    });
    for (const stepId of ['r1', 'back-nothing', 'measure-depth'])
      expect(withWords(procedure, { stepId, was: how, how: other })).toMatchObject({
        fault: { code: 'no-step' },
      });
    const kept = procedure.open.filter(({ back }) => 'none' in back);
    expect(kept.length).toBeGreaterThan(0);
    for (const step of kept)
      expect(withWords(procedure, { stepId: `back-${step.id}`, was: step.how, how: other })).toMatchObject({
        fault: { code: 'no-step' },
      });
  });
});
