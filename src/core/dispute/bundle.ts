import { type Build, type CandidateLine, changeMinutes, fit, partsOf } from '../fit';
import type { Estimate, Verdict } from '../margin';
import type { Money } from '../units';
import type { DisputeAsked } from './dispute';

/** One way to come to a cooled drive: bought with its sink, or bare with sink and pad of one’s own. */
export type Bundle = {
  name: string;
  parts: string[];
  /** In the drive’s currency; null where a part is priced in another. */
  price: Money | null;
  /** Minutes at the bench beyond putting the drive in. */
  minutes: number;
  /** Highest face above the main board; missing where a height is. */
  top: Estimate | null;
  verdict: Verdict;
};

function bundleOf({ setting }: DisputeAsked, build: Build): Bundle {
  const answer = fit(setting, build);
  const parts = partsOf(build);
  const { currency } = build.drive.price;
  const minor = parts.reduce<number | null>(
    (sum, { price }) => (sum === null || price.currency !== currency ? null : sum + price.minor),
    0,
  );
  return {
    name: build.drive.ownSink
      ? `${build.drive.maker} ${build.drive.model}, with its sink`
      : `${build.drive.maker} ${build.drive.model}, bare`,
    parts: parts.slice(1).map(({ maker, model }) => `${maker} ${model}`),
    price: minor === null ? null : { minor, currency },
    minutes: (build.sink ? changeMinutes.sink : 0) + (build.pads.length > 0 ? changeMinutes.pads : 0),
    top: answer.layers?.top ?? null,
    verdict: answer.worst.verdict,
  };
}

const size = ({ build: { drive } }: CandidateLine) => `${drive.labelGB}|${drive.formFactor.slice(0, 4)}`;

/**
 * Drives of the size in question that come with a sink, beside bare ones with sink and pad of one’s own, best verdict and lowest price first.
 * Empty where the place takes no sink, or where there is nothing to compare.
 */
export function bundles(asked: DisputeAsked): Bundle[] {
  const { build, answer, lines } = asked;
  const { form } = answer.place;
  if (form.kind !== 'module' || form.sink.kind === 'impossible' || form.sink.kind === 'fixed') return [];
  const own = lines.find((line) => line.build.drive.id === build.drive.id);
  const alike = own ? lines.filter((line) => size(line) === size(own)) : [];
  const withSink = alike.filter((line) => line.build.drive.ownSink);
  const bare = alike.filter((line) => !line.build.drive.ownSink && line.build.sink);
  if (withSink.length === 0 || bare.length === 0) return [];
  // The one in question stands among its own first.
  const two = (some: CandidateLine[]) =>
    [...some].sort((a, b) => Number(b === own) - Number(a === own)).slice(0, 2);
  return [...two(withSink), ...two(bare)].map((line) => bundleOf(asked, line.build));
}
