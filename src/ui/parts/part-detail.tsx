import type { Part } from '@/core/part';
import { showMoney } from '@/core/units';
import type { PriceSeen } from '@/core/price';
import { Card } from '../station-frame';
import { ageYears, partFigures } from './figures';
import { PriceCard } from './price-card';
import { SilhouetteDrawing } from './silhouette';

/** A part drawn to scale with every figure, its source and its age; what a measure took the place of stays in sight. */
export function PartDetail({
  part,
  prices,
  locale,
  now,
  oldBefore,
}: {
  part: Part;
  prices: PriceSeen[];
  locale: string;
  now: string;
  /** Sources from before this day are called old. */
  oldBefore: string;
}) {
  const figures = partFigures(part, { locale });
  return (
    <div className="grid gap-3.5 lg:grid-cols-[1fr_1.1fr]">
      <div className="grid content-start gap-3.5">
        <Card title="From the side" hint="heights stretched, dashed where only a maximum or nothing is known">
          <SilhouetteDrawing part={part} width={480} height={170} labels locale={locale} />
        </Card>
        <Card>
          <dl className="grid grid-cols-[auto_1fr] gap-x-4 gap-y-1">
            <dt className="text-soft">Price</dt>
            <dd>
              <span className="figures">{showMoney(part.price, locale)}</span>
              {[
                part.seller && ` at ${part.seller}`,
                part.priceDate && `, ${part.priceDate}`,
                part.stockElsewhere !== undefined && `, ${part.stockElsewhere} there`,
              ]
                .filter(Boolean)
                .join('')}
            </dd>
            <dt className="text-soft">On the shelf</dt>
            <dd className="figures">{part.onShelf}</dd>
            <dt className="text-soft">Source</dt>
            <dd>
              {part.source}
              {part.sourceDate ? `, ${part.sourceDate}` : ', without a date'}
              {part.sourceDate && part.sourceDate < oldBefore && (
                <b className="block text-tight">Older than this workshop’s limit: look for a newer one.</b>
              )}
            </dd>
          </dl>
        </Card>
        <PriceCard prices={prices} currency={part.price.currency} locale={locale} now={now} />
      </div>
      <Card title="What is known, how surely, since when">
        <table className="w-full text-[0.875rem]">
          <caption className="sr-only">Figures with their sources</caption>
          <tbody>
            {figures.map(({ label, shown, origin, at, instead }) => (
              <tr key={label} className="border-t border-dashed first:border-0">
                <th scope="row" className="py-1.5 pr-3 text-left font-medium text-soft">
                  {label}
                </th>
                <td className="py-1 pr-3">
                  <b className={`figures ${shown === 'not known' ? 'text-tight' : ''}`}>{shown}</b>
                  {instead && (
                    <span className="block text-[0.7812rem] text-soft">
                      instead of {instead} on the data sheet
                    </span>
                  )}
                </td>
                <td className="py-1 text-[0.7812rem] leading-tight text-soft">
                  {origin}
                  {at && <span className="figures block">{ageWords(at, now)}</span>}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </Card>
    </div>
  );
}

const ageWords = (at: string, now: string): string => {
  const age = ageYears(at, now)!;
  return age < 1 ? at : `${at}, ${age.toFixed(1)} years old`;
};
