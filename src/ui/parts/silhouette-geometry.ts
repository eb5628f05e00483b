import { type Part, caseHeight, chipTop, parseFormFactor } from '@/core/part';

/** A box of a drawing in mm: x along the part, y above its reference face (negative: below). */
export type BoxMm = {
  fromMm: number;
  toMm: number;
  lowMm: number;
  highMm: number;
  fill: string;
  dashed?: boolean;
};

export type Silhouette = { lengthMm: number; boxes: BoxMm[]; lowMm: number; highMm: number };

/** Lengths of disks in their cases, mm (usual outlines of the form factors). */
const diskLengthMm: Record<string, number> = {
  '1.8-inch': 71,
  '2.5-inch': 100,
  '3.5-inch': 147,
  card: 15,
  eMMC: 30,
};

const framed = (lengthMm: number, boxes: BoxMm[]): Silhouette => ({
  lengthMm,
  boxes,
  lowMm: Math.min(0, ...boxes.map(({ lowMm }) => lowMm)),
  highMm: Math.max(1, ...boxes.map(({ highMm }) => highMm)),
});

function fins(fromMm: number, toMm: number, lowMm: number, highMm: number): BoxMm[] {
  const count = 12;
  const pitch = (toMm - fromMm) / count;
  return highMm <= lowMm
    ? []
    : Array.from({ length: count }, (_, i) => ({
        fromMm: fromMm + pitch * (i + 0.25),
        toMm: fromMm + pitch * (i + 0.75),
        lowMm,
        highMm,
        fill: 'var(--metal)',
      }));
}

/** A part seen from the side, in mm, from its own figures; what is not known is dashed. */
export function silhouetteOf(part: Part): Silhouette {
  switch (part.schema) {
    case 'jicara.drive/2': {
      const form = parseFormFactor(part.formFactor);
      const length =
        form.ok && form.value.kind === 'module' ? form.value.lengthMm : (diskLengthMm[part.formFactor] ?? 60);
      if (!form.ok || form.value.kind !== 'module') {
        const height = caseHeight(part);
        const mm = height.known ? height.value : part.formFactor === 'card' ? 1 : 7;
        return framed(length, [
          {
            fromMm: 0,
            toMm: length,
            lowMm: 0,
            highMm: mm,
            fill: 'var(--metal)',
            dashed: !height.known && part.formFactor !== 'card',
          },
        ]);
      }
      const top = chipTop(part) ?? form.value.top;
      const { bottom } = form.value;
      const topMm = top.known ? top.value : 1.5;
      const bottomMm = bottom.known ? bottom.value : 0;
      const chips = [0.1, 0.36, 0.63].map((at) => ({ fromMm: length * at, toMm: length * (at + 0.22) }));
      const sink = part.ownSink;
      return framed(length, [
        { fromMm: 0, toMm: length, lowMm: 0, highMm: 0.8, fill: 'var(--module)' },
        ...chips.map((chip) => ({
          ...chip,
          lowMm: 0.8,
          highMm: 0.8 + topMm,
          fill: 'var(--chip)',
          dashed: top.known && top.minus === null,
        })),
        ...(bottomMm > 0
          ? chips
              .slice(1)
              .map((chip) => ({ ...chip, lowMm: -bottomMm, highMm: 0, fill: 'var(--chip)', dashed: true }))
          : []),
        ...(sink
          ? [
              {
                fromMm: length * 0.06,
                toMm: length * 0.92,
                lowMm: 0.8 + topMm,
                highMm: 0.8 + topMm + 1.5,
                fill: 'var(--metal)',
              },
              ...fins(length * 0.06, length * 0.92, 0.8 + topMm + 1.5, 0.8 + sink.aboveBoardMm.value),
              ...(sink.belowBoardMm.value > 0
                ? [
                    {
                      fromMm: length * 0.06,
                      toMm: length * 0.92,
                      lowMm: -sink.belowBoardMm.value,
                      highMm: 0,
                      fill: 'var(--metal)',
                    },
                  ]
                : []),
            ]
          : []),
      ]);
    }
    case 'jicara.pad/2':
      return framed(70, [
        { fromMm: 0, toMm: 70, lowMm: 0, highMm: part.freeThicknessMm.value, fill: 'var(--pad)' },
      ]);
    case 'jicara.heatsink/1': {
      const length = (part.forLengthsMm[0] ?? 80) - part.leavesContactsMm.value - part.leavesScrewMm.value;
      const base = part.baseMm.value;
      return framed(part.forLengthsMm[0] ?? 80, [
        {
          fromMm: part.leavesContactsMm.value,
          toMm: part.leavesContactsMm.value + length,
          lowMm: 0,
          highMm: base,
          fill: 'var(--metal)',
        },
        ...fins(
          part.leavesContactsMm.value,
          part.leavesContactsMm.value + length,
          base,
          base + part.finsMm.value,
        ),
      ]);
    }
    case 'jicara.adapter/1': {
      const mm = part.addsHeightMm.known ? part.addsHeightMm.value : 1;
      return framed(80, [
        {
          fromMm: 0,
          toMm: 80,
          lowMm: 0,
          highMm: mm,
          fill: 'var(--part-c)',
          dashed: !part.addsHeightMm.known,
        },
      ]);
    }
    case 'jicara.case/2':
      return framed(100, [{ fromMm: 0, toMm: 100, lowMm: 0, highMm: 12, fill: 'var(--line-strong)' }]);
  }
}
