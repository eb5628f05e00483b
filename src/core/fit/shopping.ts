import { type Part, type PartKind, kindOf, singleId } from '../part';
import { type Money, showLengthMm } from '../units';
import { partsOf } from './price';
import { driveForm } from './forms';
import type { Build } from './question';

export type ShoppingLine = {
  /** As the catalogue calls it, of a pair the single one. */
  id: string;
  kind: PartKind;
  name: string;
  /** Exact size, or what is special about it. */
  detail: string;
  count: number;
  /** How many of them lie on the shelf, where, and how many must come. */
  have: number;
  place: string | null;
  buy: number;
  price: Money;
  /** Who asks this price, since when, and how many they have; null where nobody noted it. */
  seller: string | null;
  priceDate: string | null;
  stockElsewhere: number | null;
};

/** Pads are cut to the module: its length less the contacts and the screw end, its width less a millimetre a side. */
const padCutMm = (lengthMm: number, widthMm: number) => ({
  lengthMm: Math.max(10, lengthMm - 10),
  widthMm: widthMm - 2,
});

function detail(part: Part, build: Build): string {
  switch (part.schema) {
    case 'jicara.drive/2':
      return `${part.formFactor}, ${part.labelGB} GB`;
    case 'jicara.pad/2': {
      const size = driveForm(build);
      const cut = size.kind === 'module' ? padCutMm(size.lengthMm, size.widthMm) : null;
      return `${showLengthMm(part.freeThicknessMm.value, 'en-GB', 1)} thick${cut ? `, cut to ${cut.lengthMm} × ${cut.widthMm} mm` : ''}`;
    }
    case 'jicara.heatsink/1':
      return `for ${part.forLengthsMm.join(' or ')} mm, held by ${part.hold.by === 'frame' ? 'its frame' : part.hold.by}`;
    case 'jicara.adapter/1':
      return `enters as ${part.enters.formFactor}`;
    case 'jicara.case/2':
      return part.link;
  }
}

/** The parts of a build with exact sizes and counts, what the shelf has and what must be bought. */
export function partLines(build: Build): ShoppingLine[] {
  const parts = partsOf(build);
  const once = parts.filter(({ id }, i) => parts.findIndex((part) => part.id === id) === i);
  return once.map((part): ShoppingLine => {
    const count = parts.filter(({ id }) => id === part.id).length;
    return {
      id: singleId(part.id) ?? part.id,
      kind: kindOf(part),
      name: `${part.maker} ${part.model}`,
      detail: detail(part, build),
      count,
      have: Math.min(part.onShelf, count),
      place: part.shelfPlace ?? null,
      buy: Math.max(0, count - part.onShelf),
      price: part.price,
      seller: part.seller ?? null,
      priceDate: part.priceDate ?? null,
      stockElsewhere: part.stockElsewhere ?? null,
    };
  });
}
