import type { ModuleForm } from '../device';
import { type Margin, atLeast, atMost, exact, missing, named, oneOf, sum, within } from '../margin';
import { moduleBoardMm } from '../part';
import { showLengthMm } from '../units';
import { contributions, openDimension } from '../stack';
import { type Layers, type ModuleSize, aboveBoard, padThicknessWanted } from './layers';
import { outlineMargins } from './outline';
import { padBelowMargins } from './pad-below';
import { type Build, profileOrigin } from './question';

/** Heights, sink and pads of a module; all by the worst case, since pressing on chips or not touching them does harm. */
export function coolingMargins(form: ModuleForm, build: Build, size: ModuleSize, layers: Layers): Margin[] {
  return [
    ...heightMargins(form, build, layers),
    ...sinkMargins(form, build, size, layers),
    ...outlineMargins(form, build, size),
    ...padMargins(form, build, size, layers),
    ...padBelowMargins(form, build, size, layers),
  ];
}

/** The dimension that makes a height uncertain, as advice. */
const measureWhat = (layers: Layers): string => {
  const first = contributions(layers.topFrom)[0];
  return first && first.share > 0.25 ? ` Most uncertain: ${first.name}.` : '';
};

function heightMargins(form: ModuleForm, { adapter, drive }: Build, layers: Layers): Margin[] {
  const lifted = layers.topFrom.some(({ id }) => id === 'lift');
  const remedy =
    layers.sinkPlace === 'fixed'
      ? lifted
        ? 'Take a thinner pad: this one lifts the sink.'
        : 'The sink itself stands too high: measure its underside and the cover.'
      : layers.sinkPlace === 'none'
        ? 'Choose a drive of a lower height class.'
        : layers.sinkPlace === 'own'
          ? `Choose the ${drive.model} without its sink, or one with a lower sink.`
          : 'Choose a lower sink or a thinner pad.';
  const margins = [
    atMost(
      {
        id: 'cover',
        what: 'Height under the cover',
        unit: 'mm',
        remedy: () => `${remedy}${measureWhat(layers)}`,
      },
      layers.top,
      layers.cover,
    ),
    atMost(
      {
        id: 'below',
        what: 'Height below the board',
        unit: 'mm',
        remedy: 'Measure what hangs below the board, or choose a single-sided drive.',
      },
      layers.below,
      adapter
        ? sum([form.roomBelowMm, adapter.addsHeightMm], 'room below, on the adapter')
        : form.roomBelowMm,
    ),
  ];
  const above = aboveBoard(layers);
  if (form.aboveBoardAtMostMm)
    margins.push(
      atMost(
        { id: 'above-board', what: 'Height above the board', unit: 'mm', remedy },
        above,
        form.aboveBoardAtMostMm,
      ),
    );
  if (form.belowBoardAtMostMm)
    margins.push(
      atMost(
        {
          id: 'below-board',
          what: 'Height below, by the maker',
          unit: 'mm',
          remedy: 'Choose a sink without a lower plate, or a single-sided drive.',
        },
        layers.below,
        form.belowBoardAtMostMm,
      ),
    );
  if (form.totalAtMostMm)
    margins.push(
      atMost(
        { id: 'total', what: 'Total height', unit: 'mm', remedy },
        sum([above, moduleBoardMm, layers.below], 'above, board and below'),
        form.totalAtMostMm,
      ),
    );
  return margins;
}

function sinkMargins(
  form: ModuleForm,
  { drive, sink }: Build,
  size: ModuleSize,
  { sinkPlace }: Layers,
): Margin[] {
  const fitted = drive.ownSink ? 'the drive’s own' : sink ? sink.model : 'none';
  const has = drive.ownSink !== undefined || sink !== null;
  const origin = { kind: 'owner', note: 'as planned for this build' } as const;
  const margins: Margin[] = [];
  if (form.sink.kind === 'unknown')
    margins.push(
      oneOf(
        { id: 'sink', what: 'Heatsink', unit: 'none' },
        named(has ? fitted : 'bare', origin),
        missing(
          'whether the device wants a heatsink, has one, or leaves no room for one',
          'Look at the drive that it came with, and at what lies over it.',
        ),
        profileOrigin,
      ),
    );
  if (form.sink.kind === 'required')
    margins.push(
      oneOf(
        {
          id: 'sink',
          what: 'Heatsink',
          unit: 'none',
          remedy:
            'This device wants a heatsink on the drive: add one with its pad, or choose a drive that has one.',
        },
        named(has ? 'fitted' : 'none', origin),
        ['fitted'],
        profileOrigin,
      ),
    );
  if (form.sink.kind === 'impossible' || form.sink.kind === 'fixed')
    margins.push(
      oneOf(
        {
          id: 'sink',
          what: form.sink.kind === 'fixed' ? 'Room under the device’s sink' : 'No room for a heatsink',
          unit: 'none',
          remedy:
            form.sink.kind === 'fixed'
              ? `The ${form.sink.name} is fixed over the drive: choose a drive without a sink of its own.`
              : `${form.sink.why} Choose a bare drive.`,
        },
        named(has ? fitted : 'bare', origin),
        ['bare'],
        profileOrigin,
      ),
    );
  if (!sink || sinkPlace === 'fixed') return margins;
  const paper = { kind: 'data-sheet-typical', note: sink.source } as const;
  margins.push(
    oneOf(
      {
        id: 'sink-length',
        what: 'Heatsink for this length',
        unit: 'none',
        remedy: `The ${sink.model} is made for modules of ${sink.forLengthsMm.join(' or ')} mm.`,
      },
      named(`${size.lengthMm} mm`, paper),
      sink.forLengthsMm.map((mm) => `${mm} mm`),
      paper,
    ),
    atLeast(
      {
        id: 'contacts',
        what: 'Contacts left free by the sink',
        unit: 'mm',
        remedy: 'Choose a shorter sink, or set it back from the contacts.',
      },
      sink.leavesContactsMm,
      form.contactsFreeMm,
    ),
    atLeast(
      {
        id: 'screw-notch',
        what: 'Screw notch left free by the sink',
        unit: 'mm',
        remedy: 'Choose a sink that leaves the screw notch free.',
      },
      sink.leavesScrewMm,
      form.screwFreeMm,
    ),
  );
  return margins;
}

/** A pad with no sink over it is not built in. */
const touchesNothing = (): Margin =>
  oneOf(
    {
      id: 'pad-contact',
      what: 'What the pad touches',
      unit: 'none',
      remedy: 'Leave the pad out, or add a heatsink for it to touch.',
    },
    named('nothing', { kind: 'owner', note: 'as planned for this build' }),
    ['a heatsink'],
    { kind: 'specification', note: 'a pad carries heat between two faces' },
  );

function padMargins(form: ModuleForm, { pads, drive }: Build, size: ModuleSize, layers: Layers): Margin[] {
  if (layers.sinkPlace === 'none' || layers.sinkPlace === 'own')
    return pads.length > 0 ? [touchesNothing()] : [];
  const window = layers.pads?.squeezePercent ?? { from: 10, to: 35 };
  const origin = {
    kind: 'data-sheet-typical',
    note: layers.pads ? pads.map(({ source }) => source).join('; ') : 'soft pad, default window 10 to 35 %',
  } as const;
  const squeeze = layers.squeeze ?? missing('no pad is chosen', 'Choose a pad below the cut.');
  const margins = [
    within(
      {
        id: 'squeeze',
        what: 'Pad squeeze',
        unit: '%',
        remedy: () => padRemedy(drive.model, size, layers, window),
      },
      squeeze,
      exact(window.from, origin),
      exact(window.to, origin),
    ),
  ];
  if (layers.force)
    margins.push(
      atMost(
        {
          id: 'force',
          what: 'Force on the board',
          unit: 'N',
          remedy: 'Take a softer or thinner pad, or one that covers less.',
        },
        layers.force,
        form.boardForceAtMostN,
      ),
    );
  return margins;
}

function padRemedy(
  model: string,
  size: ModuleSize,
  layers: Layers,
  window: { from: number; to: number },
): string {
  const { gap } = layers;
  if (!gap) return 'Take a softer or a firmer pad: the sink presses with a given force.';
  if (gap.known && gap.value <= 0) return 'There is no gap left for a pad: choose a drive with lower chips.';
  const wanted = padThicknessWanted(gap, window);
  if (wanted)
    return `A pad of ${showLengthMm(wanted.from)} to ${showLengthMm(wanted.to)} would sit right in this gap.`;
  const open = layers.gapFrom && openDimension(layers.gapFrom);
  if (open)
    return `Measure the tallest chip of the ${model}, or the gap by an impression: class ${size.heightClass} gives only a maximum.`;
  const first = layers.gapFrom && contributions(layers.gapFrom)[0];
  return gap.known && gap.plus !== null && gap.minus !== null
    ? `The gap is only known to ${showLengthMm(gap.minus + gap.plus)}: measure it more closely, by an impression.${first ? ` Most uncertain: ${first.name}.` : ''}`
    : 'Measure the gap by an impression.';
}
