import { memo, startTransition, useCallback, useOptimistic } from 'react';
import { type Build, type CandidateLine, nextSize, whyNot } from '@/core/fit';
import { padWords } from '@/core/stack';
import { type SizeHabit, showBytes, showMoney, showPerGB, showRate } from '@/core/units';
import { BowlSign } from '../bowl-sign';
import { verdictWord } from '../verdict-words';

type Props = {
  lines: CandidateLine[];
  selected: string | null;
  /** The same function at every render, so that rows need not be drawn again. */
  onSelect: (build: Build) => void;
  locale: string;
  habit: SizeHabit;
  /** Changes to the case that cannot be undone; the same list at every render. */
  finalIds: readonly string[];
  /** The workshop's: what is priced in another one cannot be compared by the gigabyte. */
  currency: string;
};

/** What the device calls a gigabyte, in units of 10⁹ bytes. */
const gigabyteOf = (habit: SizeHabit): number => (habit === 'decimal' ? 1 : 2 ** 30 / 1e9);
const unitOf = (habit: SizeHabit): string => (habit === 'binary' ? 'GiB' : 'GB');

/** What goes in with the drive, in a few words. */
const extras = ({ build: { drive, adapter, sink, pads } }: CandidateLine): string =>
  [
    drive.brought ? 'the owner’s own' : null,
    adapter?.model,
    sink?.model,
    pads.length > 0 ? `pad ${padWords(pads)}` : null,
  ]
    .filter(Boolean)
    .join(', ');

/** The candidates, best first; arrow keys go through them. */
export function CandidateTable({ lines, selected, onSelect, locale, habit, currency, finalIds }: Props) {
  // The radio answers at once; what follows from it is drawn in slices, so that the page stays free.
  const [shown, show] = useOptimistic(selected);
  const select = useCallback(
    (build: Build) =>
      startTransition(() => {
        show(build.drive.id);
        onSelect(build);
      }),
    [onSelect, show],
  );
  const chosen = lines.find(({ build }) => build.drive.id === selected);
  const next = chosen ? nextSize(chosen, lines) : null;
  const money = (minor: number) => showMoney({ minor, currency }, locale);
  return (
    <>
      <div className="overflow-x-auto contain-content">
        <table className="w-full border-collapse text-[0.875rem]">
          <caption className="sr-only">
            Drives by how they fit, then by price per gigabyte shown as free
          </caption>
          <thead>
            <tr className="border-b text-left text-[0.8125rem] text-soft">
              <th className="py-1 pl-2 font-medium" scope="col">
                Fits
              </th>
              <th className="font-medium" scope="col">
                Drive
              </th>
              <th className="pl-2 lg:pl-3 text-right font-medium" scope="col">
                Shown free
              </th>
              <th className="pl-2 lg:pl-3 text-right font-medium" scope="col">
                Reads here
              </th>
              <th className="pl-2 lg:pl-3 text-right font-medium" scope="col">
                Settles
              </th>
              <th className="pl-2 lg:pl-3 text-right font-medium" scope="col">
                All parts
              </th>
              <th className="pl-2 pr-1 lg:pl-3 lg:pr-2 text-right font-medium" scope="col">
                {currency} per {unitOf(habit)}
              </th>
            </tr>
          </thead>
          <tbody>
            {lines.map((line) => (
              <CandidateRow
                key={line.build.drive.id}
                line={line}
                selected={line.build.drive.id === shown}
                onSelect={select}
                locale={locale}
                habit={habit}
                currency={currency}
                finalIds={finalIds}
              />
            ))}
          </tbody>
        </table>
      </div>
      {next && chosen && (
        <p className="mt-2 text-[0.875rem] text-soft">
          Next size up: {next.line.build.drive.model}{' '}
          {showBytes(next.line.build.drive.labelGB * 1e9, { locale })} for {money(next.extraMinor)} more, each
          extra {unitOf(habit)} as it shows them{' '}
          {showPerGB(next.minorPerExtraGB * gigabyteOf(habit), currency, locale)} {currency}.
        </p>
      )}
    </>
  );
}

type RowProps = Omit<Props, 'lines' | 'selected'> & { line: CandidateLine; selected: boolean };

/** One candidate; drawn again only when it changes itself, not when another one is picked. */
const CandidateRow = memo(function CandidateRow({
  line,
  selected,
  onSelect,
  locale,
  habit,
  currency,
  finalIds,
}: RowProps) {
  const { drive } = line.build;
  const why = whyNot(line);
  const more = extras(line);
  return (
    <tr className={`border-b ${selected ? 'bg-sunken' : 'hover:bg-sunken/60'}`}>
      <td className="py-0.5 pl-2 align-top">
        <label className="flex min-h-9 cursor-pointer items-center gap-1.5 whitespace-nowrap pr-1 lg:gap-2 lg:pr-2">
          <input
            type="radio"
            name="candidate"
            className="size-4 accent-(--cochineal)"
            checked={selected}
            onChange={() => onSelect(line.build)}
            aria-label={`${drive.maker} ${drive.model} ${drive.labelGB} GB, ${verdictWord[line.worst.verdict]}`}
          />
          <BowlSign verdict={line.worst.verdict} use={line.worst.use} size={26} />
          <span className="text-[0.8125rem]">{verdictWord[line.worst.verdict]}</span>
        </label>
      </td>
      <td className="py-1 pr-2">
        <span className="whitespace-nowrap">
          <b>
            {drive.maker} {drive.model}
          </b>{' '}
          {showBytes(drive.labelGB * 1e9, { locale })}{' '}
          <span className="figures text-[0.7812rem] text-soft">{drive.formFactor}</span>
        </span>
        {(why ?? more) && (
          <span className="block text-[0.7812rem] leading-tight text-soft">{why ?? `with ${more}`}</span>
        )}
        {line.build.caseChangeIds.length > 0 && (
          <span className="block text-[0.7812rem] font-semibold leading-tight text-tight">
            only with a change to the case
            {finalIds.some((id) => line.build.caseChangeIds.includes(id)) && ' that cannot be undone'}
          </span>
        )}
      </td>
      <td className="figures whitespace-nowrap pl-2 lg:pl-3 text-right">
        {showBytes(line.freeShownBytes, { habit, locale })}
      </td>
      <td className="figures whitespace-nowrap pl-2 lg:pl-3 text-right">
        {line.rate === null ? '?' : showRate(line.rate, locale)}
      </td>
      <td className="figures whitespace-nowrap pl-2 lg:pl-3 text-right">
        {line.heatC === null ? '?' : `${line.heatC.toFixed(0)} °C`}
      </td>
      <td className="figures whitespace-nowrap pl-2 lg:pl-3 text-right">
        {line.minor === null
          ? showMoney(drive.price, locale)
          : showMoney({ minor: line.minor, currency }, locale)}
        {line.onShelf && <span className="block font-sans text-[0.75rem] text-clear">on the shelf</span>}
      </td>
      <td className="figures whitespace-nowrap pl-2 pr-1 lg:pl-3 lg:pr-2 text-right">
        {line.minorPerUsableGB === null
          ? '?'
          : showPerGB(line.minorPerUsableGB * gigabyteOf(habit), currency, locale)}
      </td>
    </tr>
  );
});
