import type { DeviceProfile } from '@/core/device';
import { type Build, shoppingList } from '@/core/fit';
import { showMoney, totals } from '@/core/units';

/** What the chosen build needs: exact sizes and counts, what lies on the shelf, what must be bought, and the tools. */
export function ShoppingPanel({
  profile,
  build,
  locale,
}: {
  profile: DeviceProfile;
  build: Build;
  locale: string;
}) {
  const lines = shoppingList(profile, build);
  const parts = lines.filter(({ kind }) => kind !== 'tool');
  const toBuy = totals(
    parts.flatMap(({ price, buy }) => (price && buy ? [{ ...price, minor: price.minor * buy }] : [])),
  );
  return (
    <div className="grid gap-4 xl:grid-cols-[1.3fr_1fr]">
      <table className="w-full self-start text-[14px]">
        <caption className="sr-only">Parts of this build</caption>
        <thead className="text-left text-[13px] text-soft">
          <tr>
            <th className="font-medium" scope="col">
              Part
            </th>
            <th className="text-right font-medium" scope="col">
              Needed
            </th>
            <th className="text-right font-medium" scope="col">
              Shelf
            </th>
            <th className="text-right font-medium" scope="col">
              Buy
            </th>
            <th className="text-right font-medium" scope="col">
              Each
            </th>
          </tr>
        </thead>
        <tbody>
          {parts.map((line) => (
            <tr key={line.name + line.detail} className="border-t border-dashed">
              <td className="py-1.5">
                <b>{line.name}</b> <span className="text-[13px] text-soft">{line.detail}</span>
              </td>
              <td className="figures text-right">{line.count}</td>
              <td className="figures text-right">{line.have}</td>
              <td className={`figures text-right ${line.buy ? 'font-bold' : 'text-soft'}`}>{line.buy}</td>
              <td className="figures whitespace-nowrap pl-2 text-right">
                {line.price && showMoney(line.price, locale)}
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
      <section>
        <h3 className="text-[15px]">Lay out</h3>
        <ul className="mt-1 text-[14px]">
          {lines
            .filter(({ kind }) => kind === 'tool')
            .map((line) => (
              <li key={line.name} className="border-b border-dashed py-1 last:border-0">
                <b>{line.name}</b>
                {line.detail && <span className="block text-[13px] text-tight">Special: {line.detail}</span>}
              </li>
            ))}
        </ul>
      </section>
    </div>
  );
}
