import { useMemo } from 'react';
import type { DeviceProfile } from '@/core/device';
import { type PartsAnswers, type PartsView, foresee, foreseeParts, handworkSpread } from '@/core/job';
import { showBytes, showDuration, showMoney } from '@/core/units';
import type { Settings } from '@/core/workshop';
import type { Answered } from './take-in-typed';

type Props = { profile: DeviceProfile; parts: PartsView; answered: Answered; settings: Settings };

/** What the answers given so far will hold up, and a first guess of time and price; it thinks along while one types. */
export function Foresight({ profile, parts, answered, settings }: Props) {
  const { holds, handMinutes } = foresee(profile, answered.device);
  const seconds = (share: number) => showDuration(handMinutes * 60 * share);
  return (
    <div aria-live="polite">
      <h2 className="text-[17px]">What will stop this job later</h2>
      {holds.length === 0 ? (
        <p className="mt-1 font-semibold text-clear">Nothing, as far as was asked.</p>
      ) : (
        <ul className="mt-1">
          {holds.map((hold) => (
            <li key={hold.code} className="border-b border-dashed border-line py-1.5 last:border-0">
              <b>{hold.what}</b>
              <span className="block text-[14px] leading-snug text-soft">{hold.remedy}</span>
            </li>
          ))}
        </ul>
      )}
      <h2 className="mt-3 text-[17px]">Parts for it</h2>
      {answered.parts ? (
        <Parts profile={profile} parts={parts} asked={answered.parts} settings={settings} />
      ) : (
        <p className="text-[14px] text-soft">Type the size wanted: what fits is looked up at once.</p>
      )}
      <h2 className="mt-3 text-[17px]">Time</h2>
      <p>
        Handwork <b className="figures">{seconds(1 - handworkSpread.less)}</b> to{' '}
        <b className="figures">{seconds(1 + handworkSpread.more)}</b>, and the copy on the dock.
      </p>
      <h2 className="mt-3 text-[17px]">Charge before opening</h2>
      <p className="text-[14px] text-soft">{profile.opening.school}</p>
    </div>
  );
}

function Parts({ profile, parts, asked, settings }: Omit<Props, 'answered'> & { asked: PartsAnswers }) {
  const { locale, currency } = settings;
  const { wantedGB, dataToKeep, oldDrive } = asked;
  const { formFactor, labelGB, usedBytes } = oldDrive;
  const { offered, fitting, cheapest, nearest } = useMemo(
    () =>
      foreseeParts(
        profile,
        { wantedGB, dataToKeep, oldDrive: { formFactor, labelGB, usedBytes } },
        parts,
        currency,
      ),
    [profile, parts, wantedGB, dataToKeep, formFactor, labelGB, usedBytes, currency],
  );
  const size = showBytes(wantedGB * 1e9, { locale });
  if (offered === 0)
    return <p className="font-semibold text-over">No drive of {size} or more is in the catalogue.</p>;
  if (!cheapest) {
    const worst = nearest?.answer.worst;
    const unknown = worst?.verdict === 'unknown';
    return (
      <p>
        <b className={unknown ? undefined : 'text-over'}>
          {unknown ? 'Not known yet' : 'None fits'}: {offered} drives of {size} or more.
        </b>{' '}
        {nearest && (
          <span className="text-[14px] text-soft">
            {unknown
              ? `Missing: ${worst.missing[0]?.what ?? worst.what.toLowerCase()}.`
              : `Nearest: ${nearest.drive.maker} ${nearest.drive.model}, over in ${nearest.answer.worst.what.toLowerCase()}.`}
          </span>
        )}
      </p>
    );
  }
  const { drive, pad } = cheapest.candidate;
  return (
    <p>
      {fitting} of {offered} drives of {size} or more fit, from{' '}
      <b className="figures whitespace-nowrap">
        {cheapest.price.map((money) => showMoney(money, locale)).join(' and ')}
      </b>{' '}
      <span className="text-[14px] text-soft">
        ({drive.maker} {drive.model} {showBytes(drive.labelGB * 1e9, { locale })}
        {pad ? ` with a pad of ${pad.freeThicknessMm.value.toFixed(1)} mm` : ''})
      </span>
    </p>
  );
}
