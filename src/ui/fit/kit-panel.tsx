import type { ReactNode } from 'react';
import { type Kit, type KitGroup, type KitThing, kitGroups } from '@/core/kit';
import { type Trend, trendWords } from '@/core/price';
import { showMoney } from '@/core/units';
import Link from '../link';

const groupWords: Readonly<Record<KitGroup, string>> = {
  protection: 'What protects',
  tool: 'Tools',
  consumable: 'Used up',
  dock: 'To carry the system across',
};

/** All that a build needs on the bench, asked before it is bought: parts with what is there and what must come, then the rest with its reason. */
export function KitPanel({
  kit,
  trends,
  locale,
  children,
}: {
  kit: Kit;
  trends: Readonly<Record<string, Trend>>;
  locale: string;
  children?: ReactNode;
}) {
  return (
    <div className="grid gap-4">
      {children}
      <PartTable kit={kit} trends={trends} locale={locale} />
      <KitThings things={kit.things} />
      {kit.arrival.length > 0 && (
        <section>
          <h3 className="text-[0.9375rem]">When the drive arrives</h3>
          <ul className="mt-1 text-[0.875rem]">
            {kit.arrival.map(({ look, tells }) => (
              <li key={look} className="border-b border-dashed py-1 last:border-0">
                <b>{look}</b>
                <span className="block text-[0.8125rem] text-soft">{tells}</span>
              </li>
            ))}
          </ul>
        </section>
      )}
    </div>
  );
}

/** What lies beside the parts, by what it is for. */
export function KitThings({ things }: { things: KitThing[] }) {
  return (
    <div className="grid gap-x-6 gap-y-3 md:grid-cols-2">
      {kitGroups.map((group) => {
        const here = things.filter((thing) => thing.group === group);
        return (
          here.length > 0 && (
            <section key={group}>
              <h3 className="text-[0.9375rem]">{groupWords[group]}</h3>
              <ul className="mt-1 text-[0.875rem]">
                {here.map((thing) => (
                  <Thing key={thing.name} {...thing} />
                ))}
              </ul>
            </section>
          )
        );
      })}
    </div>
  );
}

function Thing({ name, why, step, improvised, have }: KitThing) {
  return (
    <li className="border-b border-dashed py-1 last:border-0">
      <b>{name}</b>
      {have === 0 && <b className="text-over"> not there</b>}
      <span className="block text-[0.8125rem] text-soft">
        {why}
        {step && step !== why && ` For: ${step.toLowerCase()}.`}
      </span>
      {improvised && (
        <span className="block text-[0.8125rem]">
          {improvised.instead ? (
            <>
              Else {improvised.instead}: {improvised.risk}
            </>
          ) : (
            <>
              <b>Nothing else will do:</b> {improvised.risk}
            </>
          )}
        </span>
      )}
    </li>
  );
}

const th = 'font-medium';

function PartTable({
  kit: { parts, toBuy },
  trends,
  locale,
}: {
  kit: Kit;
  trends: Readonly<Record<string, Trend>>;
  locale: string;
}) {
  return (
    <table className="w-full self-start text-[0.875rem]">
      <caption className="sr-only">Parts of this build</caption>
      <thead className="text-left text-[0.8125rem] text-soft">
        <tr>
          <th className={th} scope="col">
            Part
          </th>
          {['Needed', 'There', 'Must come', 'Each'].map((words) => (
            <th key={words} className={`text-right ${th}`} scope="col">
              {words}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {parts.map((line) => (
          <tr key={line.name + line.detail} className="border-t border-dashed">
            <td className="py-1.5">
              <b>{line.name}</b> <span className="text-[0.8125rem] text-soft">{line.detail}</span>
            </td>
            <td className="figures text-right">{line.count}</td>
            <td className="figures text-right">
              {line.have}
              {line.have > 0 && line.place && (
                <span className="block font-sans text-[0.7812rem] text-soft">{line.place}</span>
              )}
            </td>
            <td className={`figures text-right ${line.buy ? 'font-bold' : 'text-soft'}`}>{line.buy}</td>
            <td className="pl-2 text-right">
              <span className="figures whitespace-nowrap">{showMoney(line.price, locale)}</span>
              {line.buy > 0 && (line.seller ?? line.priceDate) && (
                <span className="block text-[0.7812rem] text-soft">
                  {[
                    line.seller,
                    line.priceDate,
                    line.stockElsewhere === null ? null : `${line.stockElsewhere} there`,
                  ]
                    .filter(Boolean)
                    .join(', ')}
                </span>
              )}
              {line.buy > 0 && trends[line.id] && (
                <span className="block text-[0.7812rem]">{trendWords(trends[line.id]!)}</span>
              )}
              {line.buy > 0 && (
                <Link
                  href={`/parts/${line.id}`}
                  className="flex min-h-6 items-center text-[0.7812rem] underline underline-offset-4"
                >
                  prices seen
                </Link>
              )}
            </td>
          </tr>
        ))}
        <tr className="border-t">
          <td className="py-1.5 font-semibold" colSpan={4}>
            {toBuy.length === 0 ? 'Nothing has to be bought: all of it lies on the shelf.' : 'To buy'}
          </td>
          <td className="figures whitespace-nowrap text-right font-bold">
            {toBuy.map((money) => showMoney(money, locale)).join(' and ')}
          </td>
        </tr>
      </tbody>
    </table>
  );
}
