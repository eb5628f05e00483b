import type { DeviceProfile } from '@/core/device';
import { storageOf } from '@/core/fit';
import { type ShowOptions, showBytes, showEstimate } from '@/core/units';

type Props = { profile: DeviceProfile; placeId: string; labelGB: number; options: ShowOptions };

/** Every place for storage in the device: the most that each takes, what it may hold and run, and all together. */
function StoragePanel({ profile, placeId, labelGB, options }: Props) {
  const { places, totalGB } = storageOf(profile);
  const th = 'py-1 pr-4 text-left text-[0.8125rem] font-semibold text-soft';
  const td = 'border-t border-dashed border-line py-1.5 pr-4 align-top';
  return (
    <>
      <p className="mb-2">
        Together at most <b className="figures">{showEstimate(totalGB, 'GB', options)}</b> by their labels.
      </p>
      <table className="w-full text-[0.875rem]">
        <thead>
          <tr>
            {['Place', 'Takes', 'May hold', 'May run'].map((name) => (
              <th key={name} scope="col" className={th}>
                {name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {places.map(({ place, atMostGB, keeps }) => (
            <tr key={place.id}>
              <th scope="row" className={`${td} text-left font-semibold`}>
                {place.name}
                {place.id === placeId && (
                  <span className="block font-normal text-soft">
                    {showBytes(labelGB * 1e9, options)} as held against it here
                  </span>
                )}
              </th>
              <td className={`${td} figures whitespace-nowrap`}>
                {place.replaceable ? 'up to ' : 'stays, '}
                {showEstimate(atMostGB, 'GB', options)}
              </td>
              <td className={td}>{keeps?.holds ?? 'not known'}</td>
              <td className={td}>{keeps?.runs ?? 'not known'}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}

/** The panel of all places, where a device has more than one. */
export const storagePanels = (props: Props) =>
  props.profile.places.length > 1
    ? [{ id: 'places', title: 'Places', content: <StoragePanel {...props} /> }]
    : [];
