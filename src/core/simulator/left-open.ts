import type { DeviceProfile } from '../device';
import { type Facts, cableFact, factValue, factWords, impliedAtStart, isKnownFact, screwFact } from '../work';

type Cable = DeviceProfile['procedure']['cables'][number];
/** What a cable that is off does to the device, where the profile says; else what hangs on it does nothing. */
type Without = NonNullable<Cable['without']>['what'];

/** Power and drive have answers of their own. */
const answeredElsewhere: readonly string[] = ['battery.connected', 'drive.inserted'];

const isOff = (facts: Facts, cable: Cable): boolean =>
  !answeredElsewhere.includes(cableFact(cable)) && factValue(facts, cableFact(cable)) === false;

const sentenceOf = ({ without, where }: Cable): string =>
  without?.sentence ?? `What hangs on the cable ${where} does nothing.`;

/** The sentence of the first cable that is off and makes this of the device; null where none does. */
export const withoutCable = (
  { procedure }: Pick<DeviceProfile, 'procedure'>,
  facts: Facts,
  what: Without,
): string | null => {
  const cable = procedure.cables.find((one) => isOff(facts, one) && (one.without?.what ?? 'works') === what);
  return cable ? sentenceOf(cable) : null;
};

/**
 * What is not as it was before the device was opened, though it starts: cables off, screws out, the cover off, a film or a piece that was
 * taken away and is not back. What the profile leaves out on purpose (`back: none`) is not in it.
 */
export function leftOpen({ procedure }: Pick<DeviceProfile, 'procedure'>, facts: Facts): string[] {
  const words = procedure.cables
    .filter((cable) => isOff(facts, cable) && (cable.without?.what ?? 'works') === 'works')
    .map(sentenceOf);
  const out = procedure.fasteners.reduce(
    (sum, { id, count }) =>
      sum +
      Array.from({ length: count }).filter((_, i) => factValue(facts, screwFact(id, i + 1)) === false).length,
    0,
  );
  if (out > 0) words.push(`It rattles: ${out} ${out === 1 ? 'fastener is' : 'fasteners are'} not in.`);
  if (factValue(facts, 'cover.on') === false)
    words.push('Its cover is off: it draws no air where it should.');
  const atStart = impliedAtStart(procedure);
  const cables = new Set(procedure.cables.map(cableFact));
  const comesBack = procedure.open.filter(({ back }) => !('none' in back)).flatMap(({ effects }) => effects);
  for (const { fact, value } of comesBack) {
    if (isKnownFact(fact) || cables.has(fact) || value === null) continue;
    if (factValue(facts, fact) === value && atStart.get(fact) === !value)
      words.push(`Left as it was while it lay open: ${factWords(fact, value)}.`);
  }
  return [...new Set(words)];
}
