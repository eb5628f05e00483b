import { type PriceSeen, type Trend, priceTrend, trendWords } from '@/core/price';
import { showMoney } from '@/core/units';
import { Card } from '../station-frame';

const shownAtMost = 8;
const percent = (value: number) => `${value > 0 ? '+' : ''}${value.toFixed(1)} %`;

/** How the price moves, or why nobody can say. */
function TrendWords({ trend }: { trend: Trend }) {
  if (trend.kind === 'few') return <p className="text-[0.875rem] text-soft">{trend.why}</p>;
  return (
    <p className="text-[0.875rem]">
      <b>{trendWords(trend)}</b>{' '}
      <span className="text-soft">
        <span className="figures">{percent(trend.percentAMonth)}</span> a month (
        <span className="figures whitespace-nowrap">
          {percent(trend.low)} to {percent(trend.high)}
        </span>
        , nine in ten), from {trend.days} days of this workshop’s own records.
      </span>
    </p>
  );
}

/** What was asked for a part, when and by whom, and what that says about buying now. */
export function PriceCard({
  prices,
  currency,
  locale,
  now,
}: {
  prices: PriceSeen[];
  currency: string;
  locale: string;
  now: string;
}) {
  return (
    <Card title="Prices seen" hint="noted when it is entered, and from price lists">
      <TrendWords trend={priceTrend(prices, now, currency)} />
      {prices.length > 0 && (
        <table className="mt-2 w-full text-[0.875rem]">
          <caption className="sr-only">Prices, the newest first</caption>
          <thead className="text-left text-[0.8125rem] text-soft">
            <tr>
              {['Day', 'Price', 'Seller', 'Had'].map((name) => (
                <th key={name} scope="col" className="pr-3 font-medium">
                  {name}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {prices.slice(0, shownAtMost).map(({ day, price, seller, stock }) => (
              <tr key={`${day} ${seller} ${price.currency}`} className="border-t border-dashed">
                <td className="figures py-1 pr-3">{day}</td>
                <td className="figures py-1 pr-3">{showMoney(price, locale)}</td>
                <td className="py-1 pr-3">{seller || 'not noted'}</td>
                <td className="figures py-1">{stock ?? '–'}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {prices.length > shownAtMost && (
        <p className="mt-1 text-[0.8125rem] text-soft">
          and {prices.length - shownAtMost} earlier ones, in the export
        </p>
      )}
    </Card>
  );
}
