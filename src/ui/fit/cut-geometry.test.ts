import { about, exact, missing } from '@/core/margin';
import { type CutQuestion, cutGeometry } from './cut-geometry';

const origin = { kind: 'measured', note: 'test' } as const;
const mm = (value: number) => exact(value, origin);
const question: CutQuestion = {
  layers: {
    sinkPlace: 'fixed',
    below: mm(0),
    top: mm(9.1),
    moduleUnderside: mm(1.5),
    moduleTop: mm(2.3),
    chipTop: mm(3.5),
    gap: mm(1.7),
    sinkUnderside: mm(5.2),
    sinkTop: mm(9.1),
    cover: about(9.8, 0.1, 0.1, origin),
  },
  moduleLengthMm: 80,
  roomBelow: mm(0.9),
  adapterMm: 0,
  finned: true,
  underPlate: false,
  standOffsMm: [42, 80],
  padFreeMm: 2.5,
};

describe('cut', () => {
  it('stacks to scale: each layer begins where the one below ends', () => {
    const cut = cutGeometry(question);
    expect(cut.module.y + cut.module.height).toBeCloseTo(cut.mainBoard.y - 1.5 * cut.pxPerMmUp);
    expect(cut.chips[0]!.y + cut.chips[0]!.height).toBeCloseTo(cut.module.y);
    expect(cut.pad!.y + cut.pad!.height).toBeCloseTo(cut.chips[0]!.y);
    expect(cut.pad!.y).toBeCloseTo(cut.sink!.base.y + cut.sink!.base.height);
    expect(cut.module.width).toBeCloseTo(80 * cut.pxPerMmAlong);
    expect(cut.cover!.y).toBeLessThan(cut.sink!.fins[0]!.y);
    expect(cut.standOffs.map((s) => s.used)).toEqual([false, true]);
  });

  it('shows a thin pad at its free thickness, away from the sink', () => {
    const cut = cutGeometry({ ...question, padFreeMm: 1 });
    expect(cut.pad!.height).toBeCloseTo(cut.pxPerMmUp);
    expect(cut.pad!.y).toBeGreaterThan(cut.sink!.base.y + cut.sink!.base.height);
  });

  it('draws no cover where its height is not known, no pad where there is no gap, and chips below where there are any', () => {
    expect(
      cutGeometry({ ...question, layers: { ...question.layers, cover: missing('cover', 'measure') } }).cover,
    ).toBeNull();
    expect(cutGeometry({ ...question, layers: { ...question.layers, sinkUnderside: mm(3) } }).pad).toBeNull();
    expect(
      cutGeometry({ ...question, layers: { ...question.layers, below: mm(1.35) } }).chipsBelow.length,
    ).toBeGreaterThan(0);
  });

  it.each([30, 42, 80, 110])('keeps everything of a module of %i mm inside the drawing', (moduleLengthMm) => {
    const cut = cutGeometry({ ...question, moduleLengthMm, standOffsMm: [moduleLengthMm] });
    expect(cut.socket.x).toBeGreaterThanOrEqual(cut.mainBoard.x);
    const areas = [
      cut.mainBoard,
      cut.socket,
      cut.module,
      ...cut.chips,
      cut.pad!,
      cut.sink!.base,
      ...cut.sink!.fins,
      cut.cover!.band,
    ];
    for (const area of areas) {
      expect(area.x).toBeGreaterThanOrEqual(0);
      expect(area.y).toBeGreaterThanOrEqual(0);
      expect(area.x + area.width).toBeLessThanOrEqual(cut.width);
      expect(area.y + area.height).toBeLessThanOrEqual(cut.height);
    }
  });
});
