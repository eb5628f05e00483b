import type { Measures } from './measures';
import type { ModuleForm, Place } from './place';
import type { DeviceProfile } from './profile';
import type { CaseChange, PlaceChange, Revision } from './variation';

/** The place a job usually is about: the first that takes another drive and is no card slot. */
export const mainPlace = ({ places }: DeviceProfile): Place =>
  places.find(({ replaceable, role }) => replaceable && role !== 'card') ??
  places.find(({ replaceable }) => replaceable) ??
  places[0]!;

/** The place of that id; the main one where none is named. */
export const placeOf = (profile: DeviceProfile, placeId?: string | null): Place =>
  profile.places.find(({ id }) => id === placeId) ?? mainPlace(profile);

/** The same for an id from outside: null where a place is named that the profile does not know. */
export const placeNamed = (profile: DeviceProfile, placeId: string | null): Place | null =>
  placeId === null ? mainPlace(profile) : (profile.places.find(({ id }) => id === placeId) ?? null);

function changed(place: Place, change: PlaceChange | undefined): Place {
  if (!change) return place;
  const { limits, linkGeneration, lanes, addsLengthsMm, ...moduleChange } = change;
  const form: Place['form'] =
    place.form.kind !== 'module'
      ? place.form
      : {
          ...place.form,
          ...moduleChange,
          standOffsMm: [...(moduleChange.standOffsMm ?? place.form.standOffsMm), ...(addsLengthsMm ?? [])],
        };
  return {
    ...place,
    form,
    linkGeneration: linkGeneration ?? place.linkGeneration,
    lanes: lanes ?? place.lanes,
    limits: { ...place.limits, ...limits },
  };
}

function measuredForm(form: ModuleForm, measures: Measures): ModuleForm {
  return {
    ...form,
    coverMm: measures.coverMm ?? form.coverMm,
    moduleUndersideMm: measures.moduleUndersideMm ?? form.moduleUndersideMm,
    roomBelowMm: measures.roomBelowMm ?? form.roomBelowMm,
    sink:
      form.sink.kind === 'fixed' && measures.sinkUndersideMm
        ? { ...form.sink, undersideMm: measures.sinkUndersideMm }
        : form.sink,
  };
}

/**
 * The place as it really is: the profile's, as the board revision and the changes to the case make it, with what was
 * measured on this device put in last.
 */
export function resolvePlace(
  place: Place,
  revision: Revision | null,
  caseChanges: CaseChange[],
  measures: Measures,
): Place {
  const varied = [revision, ...caseChanges].reduce((p, v) => changed(p, v?.changes[place.id]), place);
  return varied.form.kind === 'module' ? { ...varied, form: measuredForm(varied.form, measures) } : varied;
}

/** Revisions that make a difference to this place; without any there is nothing to look for before choosing. */
export const revisionsThatMatter = ({ revisions }: DeviceProfile, place: Place): Revision[] =>
  revisions.some(({ changes }) => changes[place.id] && Object.keys(changes[place.id]!).length > 0)
    ? revisions
    : [];
