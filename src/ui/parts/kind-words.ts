import type { PartKind } from '@/core/part';

/** The kinds of parts, one and many, as people say them. */
export const kindWords: Record<PartKind, { one: string; many: string }> = {
  drive: { one: 'drive', many: 'Drives' },
  heatsink: { one: 'heatsink', many: 'Heatsinks' },
  pad: { one: 'thermal pad', many: 'Pads' },
  adapter: { one: 'adapter', many: 'Adapters' },
  case: { one: 'USB case', many: 'USB cases' },
};
