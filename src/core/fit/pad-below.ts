import type { ModuleForm } from '../device';
import { type Margin, exact, missing, named, negate, oneOf, sum, within } from '../margin';
import { padStack } from '../stack';
import { type Layers, type ModuleSize, padSqueeze } from './layers';
import { type Build, profileOrigin } from './question';

/**
 * A pad under a double-sided drive, as a layer of its own: it needs chips above it and a flat face below, and the gap between the two
 * squeezes it. The heat that it carries away is not counted: nobody states what lies behind that face.
 */
export function padBelowMargins(
  form: Pick<ModuleForm, 'faceBelowMm'>,
  { padBelow }: Pick<Build, 'padBelow'>,
  size: ModuleSize,
  layers: Pick<Layers, 'moduleUnderside' | 'below'>,
): Margin[] {
  if (!padBelow) return [];
  const touches = oneOf(
    {
      id: 'pad-below-contact',
      what: 'What the pad below touches',
      unit: 'none',
      remedy: form.faceBelowMm
        ? 'Leave it out: a single-sided drive has no chips below.'
        : 'Leave it out: the profile knows no flat face under the module. On bare parts a pad presses where it must not.',
    },
    named(
      !form.faceBelowMm ? 'no flat face' : size.sides === 'double' ? 'chips and a flat face' : 'no chips',
      profileOrigin,
    ),
    ['chips and a flat face'],
    { kind: 'specification', note: 'a pad carries heat between two faces' },
  );
  if (!form.faceBelowMm || size.sides !== 'double') return [touches];
  const gap = sum(
    [layers.moduleUnderside, negate(layers.below), negate(form.faceBelowMm)],
    'gap between the chips below and the face under them',
  );
  const pads = padStack([padBelow]);
  const paper = { kind: 'data-sheet-typical', note: padBelow.source } as const;
  const { from, to } = padBelow.squeezePercent;
  return [
    touches,
    within(
      {
        id: 'squeeze-below',
        what: 'Squeeze of the pad below',
        unit: '%',
        remedy:
          'Take a pad of another thickness below; what is pressed too hard there bends the board upwards.',
      },
      pads ? padSqueeze(pads, gap) : missing('no pad is chosen', 'Choose a pad.'),
      exact(from, paper),
      exact(to, paper),
    ),
  ];
}
