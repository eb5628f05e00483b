import type { DeviceProfile } from '../device';
import { type Part, type PartKind, kindOf } from '../part';
import { type Money, showLengthMm } from '../units';
import { partsOf } from './price';
import { driveForm } from './plug';
import type { Build } from './question';

export type ShoppingLine = {
  kind: PartKind | 'tool';
  name: string;
  /** Exact size, or what is special about it. */
  detail: string;
  count: number;
  /** How many of them lie on the shelf; null for tools, which nobody counts here. */
  have: number | null;
  buy: number | null;
  price: Money | null;
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

/** What a build needs: its parts with exact sizes and counts, what the shelf has and what must be bought; then the tools. */
export function shoppingList(profile: DeviceProfile, build: Build): ShoppingLine[] {
  const parts = partsOf(build);
  const once = parts.filter(({ id }, i) => parts.findIndex((part) => part.id === id) === i);
  const lines = once.map((part): ShoppingLine => {
    const count = parts.filter(({ id }) => id === part.id).length;
    return {
      kind: kindOf(part),
      name: `${part.maker} ${part.model}`,
      detail: detail(part, build),
      count,
      have: Math.min(part.onShelf, count),
      buy: Math.max(0, count - part.onShelf),
      price: part.price,
    };
  });
  const { procedure, specialTools } = profile;
  const special = (tool: string) =>
    specialTools.find((entry) => tool.toLowerCase().includes(entry.tool.toLowerCase()));
  const used = [...procedure.open, ...procedure.swap].flatMap(({ tool }) => tool ?? []);
  const bits = procedure.fasteners.map(({ bit }) => `${bit} driver`);
  const tools = [...new Set([...used, ...bits.filter((bit) => !used.some((tool) => tool.includes(bit)))])]
    .filter((tool) => !/^(finger|thumb|hand)/iu.test(tool))
    .map((name): ShoppingLine => ({
      kind: 'tool',
      name,
      detail: special(name)?.why ?? '',
      count: 1,
      have: null,
      buy: null,
      price: null,
    }));
  return [...lines, ...tools.sort((a, b) => Number(b.detail !== '') - Number(a.detail !== ''))];
}
