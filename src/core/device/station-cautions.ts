import type { DeviceProfile } from './profile';

/** What a caution is about, told by its words, and the stations of the hands at which it applies; a caution of none of them applies at opening. */
const kinds = [
  { of: /lithium|\bcells?\b|swollen|batter/iu, at: ['open', 'swap', 'close'] },
  { of: /mains|supply|\bplug\b|volt/iu, at: ['open', 'close'] },
  { of: /static|grounded/iu, at: ['open', 'swap'] },
  { of: /\bhot\b|cool down|burn/iu, at: ['open'] },
  { of: /sharp|\bcuts?\b|glasses|bent tab/iu, at: ['open', 'close'] },
  { of: /fume|alcohol|solvent/iu, at: ['swap'] },
  { of: /never force|stuck/iu, at: ['open', 'close'] },
] as const;

export type HandsAt = 'open' | 'swap' | 'close';

/** The cautions of a device that apply at one station of the hands, in the profile's order. */
export const cautionsAt = ({ cautions }: Pick<DeviceProfile, 'cautions'>, station: HandsAt): string[] =>
  cautions.filter((caution) => {
    const of = kinds.filter((kind) => kind.of.test(caution));
    return of.length === 0
      ? station === 'open'
      : of.some(({ at }) => (at as readonly HandsAt[]).includes(station));
  });
