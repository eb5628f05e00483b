'use client';
import { useMemo } from 'react';
import { type Bundle, type DisputeAsked, bundles, disputesOf } from '@/core/dispute';
import { showLengthMm, showMoney } from '@/core/units';
import { verdictText, verdictWord } from '../verdict-words';

/** What practitioners would argue about this build: both schools side by side, the one that counts here with its reason. */
export function DisputePanel({ asked, locale }: { asked: DisputeAsked; locale: string }) {
  const { setting, build, answer, lines, pads, sinks, oldFormFactor } = asked;
  const disputes = useMemo(
    () => disputesOf({ setting, build, answer, lines, pads, sinks, oldFormFactor }),
    [setting, build, answer, lines, pads, sinks, oldFormFactor],
  );
  const sold = useMemo(
    () => bundles({ setting, build, answer, lines, pads, sinks, oldFormFactor }),
    [setting, build, answer, lines, pads, sinks, oldFormFactor],
  );
  if (disputes.length === 0 && sold.length === 0)
    return <p className="text-[0.875rem] text-soft">Nothing about this build is argued about.</p>;
  return (
    <div className="grid gap-4">
      {sold.length > 0 && <BundleTable sold={sold} locale={locale} />}
      <ul className="grid gap-4">
        {disputes.map(({ id, question, schools, ours, figures }) => (
          <li key={id} className="border-b border-dashed border-line pb-4 last:border-0">
            <h3 className="text-[1rem]">{question}</h3>
            <div className="mt-1 grid gap-x-5 gap-y-1 md:grid-cols-2">
              {schools.map(({ says, because }, i) => (
                <p
                  key={says}
                  className={`text-[0.875rem] ${ours?.school === i ? 'border-l-3 border-clear-fill pl-2.5' : 'pl-2.5 text-soft'}`}
                >
                  <b>{says}.</b> {because}
                </p>
              ))}
            </div>
            <p className="mt-1.5 pl-2.5 text-[0.875rem]">
              {ours ? (
                <>
                  Here <b>{schools[ours.school].says.toLowerCase()}</b>: {ours.why}
                </>
              ) : (
                'Left open here: what would decide it is not known.'
              )}
              {figures && <span className="block text-soft">{figures}</span>}
            </p>
          </li>
        ))}
      </ul>
    </div>
  );
}

/** A sink that comes on the drive, beside one of one’s own: money, minutes and height in one look. */
function BundleTable({ sold, locale }: { sold: Bundle[]; locale: string }) {
  return (
    <section>
      <h3 className="text-[1rem]">With its sink, or bare with one’s own?</h3>
      <table className="mt-1 w-full text-[0.875rem]">
        <thead className="text-left text-[0.8125rem] text-soft">
          <tr>
            {['', 'All parts', 'At the bench', 'Top at', ''].map((name, i) => (
              <th key={i} scope="col" className={`font-medium ${i > 0 ? 'pl-3 text-right' : ''}`}>
                {name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {sold.map(({ name, parts, price, minutes, top, verdict }) => (
            <tr key={name + parts.join()} className="border-t border-dashed">
              <th scope="row" className="py-1 text-left font-semibold">
                {name}
                {parts.length > 0 && (
                  <span className="block text-[0.7812rem] font-normal text-soft">
                    with {parts.join(', ')}
                  </span>
                )}
              </th>
              <td className="figures pl-3 text-right">
                {price ? showMoney(price, locale) : 'not comparable'}
              </td>
              <td className="figures pl-3 text-right">{minutes} min</td>
              <td className="figures pl-3 text-right">
                {top?.known ? showLengthMm(top.value, locale) : '?'}
              </td>
              <td className={`pl-3 text-right ${verdictText[verdict]}`}>{verdictWord[verdict]}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
