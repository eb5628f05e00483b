import type { DeviceProfile } from '@/core/device';
import { type TakeIn, foresee } from '@/core/job';
import { showDuration } from '@/core/units';
import type { Typed } from './take-in-typed';

/** What the answers given so far will hold up, and a first guess of the time; it thinks along while one types. */
export function Foresight({
  profile,
  typed,
  takeIn,
}: {
  profile: DeviceProfile;
  typed: Typed;
  takeIn: TakeIn | null;
}) {
  // While a field is still wrong, the answers that are given already count.
  const answers = {
    card: typed.card,
    encryption: typed.encryption,
    swollen: typed.swollen,
    consent: typed.consent === 'yes',
    chargePercent:
      takeIn?.chargePercent ??
      (/^\d+([.,]\d+)?\s*%?$/u.test(typed.charge.trim())
        ? Number.parseFloat(typed.charge.replace(',', '.'))
        : null),
  };
  const { holds, handMinutes } = foresee(profile, { ...(takeIn ?? ({} as TakeIn)), ...answers });
  return (
    <div aria-live="polite">
      <h2 className="text-[17px]">What will stop this job later</h2>
      {holds.length === 0 ? (
        <p className="mt-1 font-semibold text-clear">Nothing, as far as was asked.</p>
      ) : (
        <ul className="mt-1">
          {holds.map((hold) => (
            <li key={hold.code} className="border-b border-dashed border-line py-2 last:border-0">
              <b>{hold.what}</b>
              <span className="block text-[14px] text-soft">{hold.remedy}</span>
            </li>
          ))}
        </ul>
      )}
      <h2 className="mt-4 text-[17px]">First guess</h2>
      <p>
        Handwork about <b className="figures">{showDuration(handMinutes * 48)}</b> to{' '}
        <b className="figures">{showDuration(handMinutes * 84)}</b>, and the copy.
      </p>
      <h2 className="mt-4 text-[17px]">Way across</h2>
      <p>Copy on the dock: keeps {typed.keep === 'yes' ? 'everything on the old drive' : 'the system'}.</p>
      <h2 className="mt-4 text-[17px]">Charge before opening</h2>
      <p className="text-[14px] text-soft">{profile.opening.school}</p>
    </div>
  );
}
