import type { Candidate } from '@/core/fit';
import { type SizeHabit, showBytes, showMoney, showPerGB, showRate } from '@/core/units';
import { BowlSign } from '../bowl-sign';
import { verdictWord } from '../verdict-words';

type Props = {
  ranked: Candidate[];
  selected: string;
  onSelect: (id: string) => void;
  locale: string;
  habit: SizeHabit;
  /** The workshop's: what is priced in another one cannot be compared by the gigabyte. */
  currency: string;
};

const readRate = ({ answer }: Candidate) => {
  const value = answer.margins.find(({ id }) => id === 'read-speed')?.value;
  return value?.known && 'value' in value ? value.value : null;
};

/** Why this one is not clear, in one line. */
const reason = ({ answer: { worst } }: Candidate) =>
  worst.verdict === 'clear' ? null : (
    <>
      <span className="max-lg:hidden"> · </span>
      {worst.what.toLowerCase()}
    </>
  );

/** The candidates, best first; arrow keys go through them. */
export function CandidateTable({ ranked, selected, onSelect, locale, habit, currency }: Props) {
  return (
    <div className="overflow-x-auto">
      <table className="w-full border-collapse text-[14px]">
        <caption className="sr-only">
          Drives by how they fit, then by price per gigabyte shown as free
        </caption>
        <thead>
          <tr className="border-b text-left text-[13px] text-soft">
            <th className="py-1.5 pl-2 font-medium" scope="col">
              Fits
            </th>
            <th className="font-medium" scope="col">
              Drive
            </th>
            <th className="font-medium max-lg:hidden" scope="col">
              Size code
            </th>
            <th className="pl-4 text-right font-medium" scope="col">
              Shown free
            </th>
            <th className="pl-4 text-right font-medium" scope="col">
              Reads here
            </th>
            <th className="pl-4 text-right font-medium" scope="col">
              Price
            </th>
            <th className="pl-4 pr-2 text-right font-medium" scope="col">
              {currency} per GB
            </th>
          </tr>
        </thead>
        <tbody>
          {ranked.map((candidate) => {
            const { drive, answer, minorPerUsableGB } = candidate;
            const rate = readRate(candidate);
            return (
              <tr
                key={drive.id}
                className={`border-b ${drive.id === selected ? 'bg-sunken' : 'hover:bg-sunken/60'}`}
              >
                <td className="py-0.5 pl-2">
                  <label className="flex min-h-9 cursor-pointer items-center gap-2 whitespace-nowrap pr-2">
                    <input
                      type="radio"
                      name="candidate"
                      className="size-4 accent-(--cochineal)"
                      checked={drive.id === selected}
                      onChange={() => onSelect(drive.id)}
                      aria-label={`${drive.maker} ${drive.model} ${drive.labelGB} GB, ${verdictWord[answer.worst.verdict]}`}
                    />
                    <BowlSign verdict={answer.worst.verdict} use={answer.worst.use} size={26} />
                    <span className="text-[13px] leading-tight">
                      {verdictWord[answer.worst.verdict]}
                      <span className="text-soft max-lg:block max-lg:max-w-[15ch] max-lg:whitespace-normal">
                        {reason(candidate)}
                      </span>
                    </span>
                  </label>
                </td>
                <td className="whitespace-nowrap pr-2">
                  <b>
                    {drive.maker} {drive.model}
                  </b>{' '}
                  {showBytes(drive.labelGB * 1e9, { locale })}
                </td>
                <td className="figures whitespace-nowrap pr-2 max-lg:hidden">{drive.formFactor}</td>
                <td className="figures whitespace-nowrap pl-4 text-right">
                  {showBytes(answer.freeShownBytes, { habit, locale })}
                </td>
                <td className="figures whitespace-nowrap pl-4 text-right">
                  {rate === null ? '?' : showRate(rate, locale)}
                </td>
                <td className="figures whitespace-nowrap pl-4 text-right">
                  {showMoney(drive.price, locale)}
                </td>
                <td className="figures whitespace-nowrap pl-4 pr-2 text-right">
                  {minorPerUsableGB === null ? '?' : showPerGB(minorPerUsableGB, currency, locale)}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </div>
  );
}
