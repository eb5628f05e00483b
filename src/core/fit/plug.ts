import type { ModuleForm, Place } from '../device';
import { type Margin, missing, named, oneOf } from '../margin';
import { type FormFactor } from '../part';
import { adapterMargins } from './adapter';
import { type Build, type Setting, profileOrigin, sheet } from './question';
import { enteringForm, formWords, driveForm } from './forms';

const specification = (code: string) => ({ kind: 'specification', note: `form factor ${code}` }) as const;

/** Does it go in? Form factor, protocol, and for modules key, length against stand-offs, width, sides. */
export const plugMargins = (setting: Setting, build: Build, place: Place): Margin[] => [
  ...plugChecks(setting, build, place),
];

/** The first check that it fails, which is the worst margin there can be; null where it goes in. */
export function firstRefusal(setting: Setting, build: Build, place: Place): Margin | null {
  for (const margin of plugChecks(setting, build, place)) if (margin.verdict === 'over') return margin;
  return null;
}

/** The checks one by one, so that whoever needs only the first refusal works out no more. */
function* plugChecks(setting: Setting, build: Build, place: Place): Generator<Margin> {
  const entering = enteringForm(build);
  const protocol = build.adapter?.enters.protocol ?? build.drive.protocol;
  yield oneOf(
    {
      id: 'protocol',
      what: 'Protocol',
      unit: 'none',
      remedy: `Choose a drive that speaks ${place.protocols.join(' or ')}: modules look alike.`,
    },
    named(protocol, sheet(build.drive)),
    place.protocols.length > 0 ? place.protocols : unknownOf(place).protocol,
    profileOrigin,
  );
  yield oneOf(
    {
      id: 'form-factor',
      what: 'Form factor',
      unit: 'none',
      remedy: place.adapters[0]
        ? `This place takes ${formWords(place)}; another form factor needs an adapter, such as ${place.adapters[0].adapter.model}.`
        : `This place takes ${formWords(place)}.`,
    },
    named(entering.kind === 'module' ? 'module' : entering.kind, specification(entering.code)),
    [place.form.kind],
    profileOrigin,
  );
  if (place.form.kind === 'module' && entering.kind === 'module')
    yield* moduleChecks(place, place.form, entering, driveForm(build));
  yield* adapterMargins(setting, build, place);
}

/** What nobody has stated of a place, and how to get it. */
const unknownOf = ({ name }: Place) => ({
  protocol: missing(
    `what the ${name} speaks`,
    'Read the label of the drive that it came with: NVMe or SATA; or the maker’s manual.',
  ),
  key: missing(
    `the key of the ${name}`,
    'Look at the socket: the rib stands at contacts 59 to 66 for key M, at 12 to 19 for key B; or at the notch of its drive.',
  ),
  sides: missing(
    `whether the ${name} has room for chips on both sides`,
    'Look under the drive that it came with; measure the room below it.',
  ),
});

function* moduleChecks(
  place: Place,
  form: ModuleForm,
  entering: FormFactor & { kind: 'module' },
  drive: FormFactor,
): Generator<Margin> {
  const spec = specification(entering.code);
  // A module with both keys enters either socket; one with a single key only its own.
  const keyName = entering.keys.find((key) => key === form.key) ?? entering.keys.join(' and ');
  yield oneOf(
    {
      id: 'key',
      what: 'Key',
      unit: 'none',
      remedy: `The socket has key ${form.key}: choose a module with that notch.`,
    },
    named(keyName, spec),
    form.key ? [form.key] : unknownOf(place).key,
    profileOrigin,
  );
  yield oneOf(
    {
      id: 'length',
      what: 'Length and screw',
      unit: 'none',
      remedy: `Stand-offs are at ${form.standOffsMm.join(' and ')} mm: choose a module of that length.`,
    },
    named(`${entering.lengthMm} mm`, spec),
    form.standOffsMm.map((mm) => `${mm} mm`),
    profileOrigin,
  );
  yield oneOf(
    {
      id: 'width',
      what: 'Width',
      unit: 'none',
      remedy: `The socket takes modules ${form.widthMm} mm wide.`,
    },
    named(`${entering.widthMm} mm`, spec),
    [`${form.widthMm} mm`],
    profileOrigin,
  );
  yield oneOf(
    {
      id: 'sides',
      what: 'Sides with chips',
      unit: 'none',
      remedy: 'Choose a single-sided drive (height class S1, S2 or S3).',
    },
    named(drive.kind === 'module' ? drive.sides : entering.sides, spec),
    // A drive with chips on one side goes wherever one with chips on both would.
    form.sides.length > 0 || entering.sides === 'single'
      ? [...new Set([...form.sides, 'single' as const])]
      : unknownOf(place).sides,
    profileOrigin,
  );
}
