import type { Place } from '../device';
import { type Estimate, type Margin, atMost, exact, missing, named, oneOf, sum } from '../margin';
import { countOf, formFactorOf } from '../part';
import { unsafeValue } from '../result';
import { type Build, type Setting, profileOrigin, sheet } from './question';

/** The drive in the adapter, the adapter in the device, and the change to the case that it needs. Yields nothing without an adapter. */
export function* adapterMargins(setting: Setting, build: Build, place: Place): Generator<Margin> {
  if (!build.adapter) return;
  yield* socketChecks(build, build.adapter);
  yield* placeChecks(setting, build, build.adapter, place);
}

type OnAdapter = NonNullable<Build['adapter']>;

const look = 'Measure it on the adapter, or read its data sheet.';

/** Does the drive go into the adapter? Kind, length, protocol; for modules key, width, and what lies under the drive. */
function* socketChecks({ drive }: Build, adapter: OnAdapter): Generator<Margin> {
  const form = unsafeValue(formFactorOf(drive.formFactor));
  const paper = sheet(adapter);
  const spec = { kind: 'specification', note: `form factor ${form.code}` } as const;
  const { kind, protocols, keys, widthsMm, lengthsMm, connector } = adapter.takes;
  const isModule = kind === 'module';
  yield oneOf(
    {
      id: 'adapter-takes',
      what: 'Drive in the adapter',
      unit: 'none',
      remedy: `The ${adapter.model} takes ${isModule ? `modules of ${lengthsMm.join(' or ')} mm` : kind} that speak ${protocols.join(' or ')}.`,
    },
    named(`${form.kind === 'module' ? `${form.lengthMm} mm module` : form.kind}, ${drive.protocol}`, spec),
    protocols.flatMap((p) => (isModule ? lengthsMm.map((mm) => `${mm} mm module, ${p}`) : [`${kind}, ${p}`])),
    paper,
  );
  const { slots, joins } = adapter.takes;
  const count = countOf(drive);
  if (slots > 1 || count > 1)
    yield oneOf(
      {
        id: 'adapter-slots',
        what: 'Cards in the adapter',
        unit: 'none',
        remedy:
          slots < count
            ? `The ${adapter.model} holds one card.`
            : `The ${adapter.model} does not join its cards: the device sees the first alone.`,
        note:
          count > 1
            ? 'They are one drive to the device: when one of them fails, all of it is gone.'
            : undefined,
      },
      named(`${count}`, sheet(drive)),
      slots > 1 && joins ? ['1', '2'] : ['1'],
      paper,
    );
  if (connector)
    yield oneOf(
      {
        id: 'adapter-connector',
        what: 'Plug in the adapter',
        unit: 'none',
        remedy: `The ${adapter.model} has a ${connector} plug.`,
      },
      drive.connector
        ? named(drive.connector, sheet(drive))
        : missing(`which plug the ${drive.model} has`, 'Look at it, or read its data sheet.'),
      [connector],
      paper,
    );
  if (!isModule || form.kind !== 'module') return;
  yield oneOf(
    {
      id: 'adapter-key',
      what: 'Key of the adapter’s socket',
      unit: 'none',
      remedy: keys ? `Its socket has key ${keys.join(' or ')}: choose a module with that notch.` : look,
    },
    keys
      ? named(form.keys.find((key) => keys.includes(key)) ?? form.keys.join(' and '), spec)
      : missing(`which key the socket of the ${adapter.model} has`, look),
    keys ?? [],
    paper,
  );
  yield oneOf(
    {
      id: 'adapter-width',
      what: 'Width in the adapter',
      unit: 'none',
      remedy: widthsMm ? `It takes modules ${widthsMm.join(' or ')} mm wide.` : look,
    },
    widthsMm
      ? named(`${form.widthMm} mm`, spec)
      : missing(`how wide a module the ${adapter.model} takes`, look),
    (widthsMm ?? []).map((mm) => `${mm} mm`),
    paper,
  );
  yield atMost(
    {
      id: 'adapter-between',
      what: 'Room between adapter and drive',
      unit: 'mm',
      remedy: 'Choose a single-sided drive, or an adapter that holds it higher.',
    },
    sum(
      [form.bottom, adapter.boardMm, adapter.aboveMm],
      'chips below the drive, the adapter’s board and what stands on it',
    ),
    adapter.addsHeightMm,
  );
}

/** How far the build reaches from the socket, mm: along the adapter, and beyond its end. */
function reachOf(adapter: OnAdapter): Estimate {
  const form = unsafeValue(formFactorOf(adapter.enters.formFactor));
  return form.kind === 'module'
    ? sum([exact(form.lengthMm, sheet(adapter)), adapter.addsLengthMm], 'adapter and what reaches beyond it')
    : adapter.addsLengthMm;
}

/** Does the adapter go into the place? Named by the profile, its underside, how far it reaches, the change to the case. */
function* placeChecks(
  { profile }: Setting,
  build: Build,
  adapter: OnAdapter,
  place: Place,
): Generator<Margin> {
  const entry = place.adapters.find(({ adapter: { id } }) => id === adapter.id);
  yield oneOf(
    {
      id: 'adapter',
      what: 'Adapter for this place',
      unit: 'none',
      remedy: place.adapters.length
        ? `The profile names ${place.adapters.map((a) => a.adapter.model).join(' or ')} for this place.`
        : 'The profile names no adapter for this place.',
    },
    named(adapter.model, { kind: 'data-sheet-typical', note: adapter.source }),
    place.adapters.map((a) => a.adapter.model),
    profileOrigin,
  );
  const { form } = place;
  if (form.kind === 'module') {
    yield atMost(
      {
        id: 'adapter-below',
        what: 'Height below the adapter',
        unit: 'mm',
        remedy: 'Choose an adapter that is flat below.',
      },
      adapter.belowMm,
      form.roomBelowMm,
    );
    const farthest = Math.max(...form.standOffsMm);
    const reach = reachOf(adapter);
    // A module that ends at a stand-off is where the maker meant it: only what goes farther asks for room behind it.
    if (!reach.known || reach.value > farthest || form.reachAtMostMm)
      yield atMost(
        {
          id: 'reach',
          what: 'Reach of the build from the socket',
          unit: 'mm',
          remedy: 'Choose a shorter adapter, or a drive that ends on it.',
        },
        reach,
        form.reachAtMostMm ??
          missing('how much room lies behind the stand-off', 'Measure it in the open device.'),
      );
  } else if (adapter.addsLengthMm.known && adapter.addsLengthMm.value > 0)
    yield atMost(
      {
        id: 'reach',
        what: 'Reach of the build beyond the bay’s outline',
        unit: 'mm',
        remedy: 'Choose a drive that ends on its adapter.',
      },
      reachOf(adapter),
      missing('how much room lies beside the bay', 'Measure it in the open device.'),
    );
  const change = profile.caseChanges.find(({ id }) => id === entry?.caseChangeId);
  if (!change) return;
  const done = build.caseChangeIds.includes(change.id);
  yield oneOf(
    {
      id: 'case-change',
      what: 'Change to the case',
      unit: 'none',
      remedy: `${change.title}: ${change.minutes} minutes. ${change.risk}`,
      note: done ? `${change.how} ${change.risk}` : undefined,
    },
    named(done ? change.title : 'as delivered', { kind: 'owner', note: 'as planned for this build' }),
    [change.title],
    profileOrigin,
  );
}
