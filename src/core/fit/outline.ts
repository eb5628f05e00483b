import type { ModuleForm } from '../device';
import { type Estimate, type Margin, atMost, exact, greater, missing, sum } from '../margin';
import type { SinkOutline } from '../part';
import type { ModuleSize } from './layers';
import type { Build } from './question';

const none = exact(0, { kind: 'specification', note: 'no wider than its module' });

/** How far a sink stands out beside its module on each side, mm: half of what it is wider, and its clips or side screws. */
export function besideMm({ widthMm, clipsMm }: SinkOutline, { widthMm: moduleMm }: ModuleSize): Estimate {
  const half = {
    ...widthMm,
    value: (widthMm.value - moduleMm) / 2,
    minus: widthMm.minus === null ? null : widthMm.minus / 2,
    plus: widthMm.plus === null ? null : widthMm.plus / 2,
  };
  return greater(sum([half, clipsMm], 'half of what it is wider, and its clips'), none, 'beside the module');
}

/** The outline of a sink against what stands beside and behind it, where the profile says that something does. */
export function outlineMargins(
  { roomBesideMm, roomBehindMm }: Pick<ModuleForm, 'roomBesideMm' | 'roomBehindMm'>,
  { drive, sink }: Build,
  size: ModuleSize,
): Margin[] {
  const worn = drive.ownSink ?? sink;
  if (!worn) return [];
  const name = drive.ownSink ? `the sink of the ${drive.model}` : `the ${sink?.model ?? 'sink'}`;
  const outline: SinkOutline | undefined = worn.outline;
  const unknown = missing(
    `how far ${name} stands out`,
    'Measure it over its clips or screws, and past its end.',
  );
  const margins: Margin[] = [];
  if (roomBesideMm)
    margins.push(
      atMost(
        {
          id: 'sink-beside',
          what: 'Sink beside the module',
          unit: 'mm',
          remedy:
            'Choose a sink that is no wider than its module, or one without clips or screws at its sides.',
        },
        outline ? besideMm(outline, size) : unknown,
        roomBesideMm,
      ),
    );
  if (roomBehindMm)
    margins.push(
      atMost(
        {
          id: 'sink-behind',
          what: 'Sink past the module’s end',
          unit: 'mm',
          remedy: 'Choose a sink that ends with its module.',
        },
        outline ? outline.pastEndMm : unknown,
        roomBehindMm,
      ),
    );
  return margins;
}
