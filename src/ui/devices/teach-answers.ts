import type { Protocol } from '@/core/part';
import { type FamilyId, type PlaceForm, familyIds, familyPatterns, placeForms } from '@/core/teach';
import type { Option } from '../choice';

/** The eight answers as they are typed; empty where none was given yet. */
export type TeachTyped = {
  maker: string;
  name: string;
  family: FamilyId | null;
  forms: PlaceForm[];
  key: 'M' | 'B' | 'unknown' | null;
  protocols: ProtocolAnswer | null;
  lanes: '1' | '2' | '4' | 'unknown' | null;
  showsCapacity: 'decimal' | 'binary' | 'binary-called-decimal' | null;
};

export const nothingTyped: TeachTyped = {
  maker: '',
  name: '',
  family: null,
  forms: [],
  key: null,
  protocols: null,
  lanes: null,
  showsCapacity: null,
};

const protocolAnswers = ['NVMe', 'SATA', 'NVMe or SATA', 'PATA', 'eMMC', 'UHS-I', 'unknown'] as const;
export type ProtocolAnswer = (typeof protocolAnswers)[number];

const notKnown = 'not known';

export const familyOptions: Option<FamilyId>[] = familyIds.map((value) => ({
  value,
  label: familyPatterns[value].words,
}));
export const formOptions: Option<PlaceForm>[] = placeForms.map((value) => ({
  value,
  label: value.endsWith('inch') ? `${value} disk` : value === 'card' ? 'memory card' : value,
}));
export const keyOptions: Option<'M' | 'B' | 'unknown'>[] = [
  { value: 'M', label: 'M', hint: 'five contacts on the short side' },
  { value: 'B', label: 'B', hint: 'six' },
  { value: 'unknown', label: notKnown },
];
export const protocolOptions: Option<ProtocolAnswer>[] = protocolAnswers.map((value) => ({
  value,
  label: value === 'unknown' ? notKnown : value === 'UHS-I' ? 'card (UHS-I)' : value,
}));
export const laneOptions: Option<'1' | '2' | '4' | 'unknown'>[] = [
  { value: '4', label: '×4' },
  { value: '2', label: '×2' },
  { value: '1', label: '×1' },
  { value: 'unknown', label: notKnown },
];
export const capacityOptions: Option<NonNullable<TeachTyped['showsCapacity']>>[] = [
  { value: 'binary-called-decimal', label: '931 GB', hint: 'GiB, called GB' },
  { value: 'binary', label: '931 GiB', hint: 'called so' },
  { value: 'decimal', label: '1,000 GB', hint: 'as on the label' },
];

export const isModuleForm = (form: PlaceForm): boolean => /^22\d+$/u.test(form);

/** A size is taken in or out: modules stand beside each other, a disk or a card alone. */
export function withForm(forms: PlaceForm[], form: PlaceForm): PlaceForm[] {
  if (forms.includes(form)) return forms.filter((one) => one !== form);
  return isModuleForm(form) ? [...forms.filter(isModuleForm), form] : [form];
}

/** Whether the place has a key at all: a disk’s and a card’s has none, and that question falls away; lanes likewise. */
export const asksKey = ({ forms }: TeachTyped): boolean => forms.length === 0 || forms.some(isModuleForm);
export const asksLanes = ({ protocols }: TeachTyped): boolean =>
  protocols === null || protocols.includes('NVMe') || protocols === 'unknown';

/** How many of the questions that are asked of this place are answered. */
export function answered(typed: TeachTyped): { given: number; asked: number } {
  const all = [
    typed.maker.trim() !== '',
    typed.name.trim() !== '',
    typed.family !== null,
    typed.forms.length > 0,
    ...(asksKey(typed) ? [typed.key !== null] : []),
    typed.protocols !== null,
    ...(asksLanes(typed) ? [typed.lanes !== null] : []),
    typed.showsCapacity !== null,
  ];
  return { given: all.filter(Boolean).length, asked: all.length };
}

const protocolsOf = (answer: ProtocolAnswer): Protocol[] =>
  answer === 'unknown' ? [] : answer === 'NVMe or SATA' ? ['NVMe', 'SATA'] : [answer];

/** The answers as the server takes them; what was left out is not known. */
export const sketchOf = (typed: TeachTyped) => ({
  maker: typed.maker.trim(),
  name: typed.name.trim(),
  family: typed.family ?? 'other',
  forms: typed.forms,
  key: asksKey(typed) && (typed.key === 'M' || typed.key === 'B') ? typed.key : null,
  protocols: protocolsOf(typed.protocols ?? 'unknown'),
  lanes: asksLanes(typed) && typed.lanes && typed.lanes !== 'unknown' ? Number(typed.lanes) : null,
  showsCapacity: typed.showsCapacity ?? 'binary-called-decimal',
});
