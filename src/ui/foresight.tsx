import { useEffect, useState } from 'react';
import type { DeviceProfile } from '@/core/device';
import { type PartsAnswers, handworkSpread } from '@/core/job';
import { type PartsForesight, foresee } from '@/core/job-view';
import { FinalChangeNotice } from './fit/final-change';
import { padWords } from '@/core/stack';
import { showBytes, showDuration, showMoney } from '@/core/units';
import type { Settings } from '@/core/workshop';
import type { AskParts } from './job/station-props';
import type { Answered } from './take-in-typed';

type Props = { profile: DeviceProfile; askParts: AskParts; answered: Answered; settings: Settings };

/** What the answers given so far will hold up, and a first guess of time and price; it thinks along while one types. */
export function Foresight({ profile, askParts, answered, settings }: Props) {
  const { holds, handMinutes } = foresee(profile, answered.device);
  const seconds = (share: number) => showDuration(handMinutes * 60 * share);
  return (
    <div aria-live="polite">
      <h2 className="text-[1.0625rem]">What will stop this job later</h2>
      {holds.length === 0 ? (
        <p className="mt-1 font-semibold text-clear">Nothing, as far as was asked.</p>
      ) : (
        <ul className="mt-1">
          {holds.map((hold) => (
            <li key={hold.code} className="border-b border-dashed border-line py-1.5 last:border-0">
              <b>{hold.what}</b>
              <span className="block text-[0.875rem] leading-snug text-soft">{hold.remedy}</span>
            </li>
          ))}
        </ul>
      )}
      <h2 className="mt-3 text-[1.0625rem]">Parts for it</h2>
      {answered.parts ? (
        <Parts profile={profile} askParts={askParts} asked={answered.parts} settings={settings} />
      ) : (
        <p className="text-[0.875rem] text-soft">Type the size wanted: what fits is looked up at once.</p>
      )}
      <h2 className="mt-3 text-[1.0625rem]">Time</h2>
      <p>
        Handwork <b className="figures">{seconds(1 - handworkSpread.less)}</b> to{' '}
        <b className="figures">{seconds(1 + handworkSpread.more)}</b>
        {answered.device.oldDrive ? ', and the copy on the dock.' : '; nothing is copied.'}
      </p>
      <h2 className="mt-3 text-[1.0625rem]">Charge before opening</h2>
      <p className="text-[0.875rem] text-soft">{profile.opening.school}</p>
    </div>
  );
}

function Parts({ profile, askParts, asked, settings }: Omit<Props, 'answered'> & { asked: PartsAnswers }) {
  const { locale, currency } = settings;
  const key = JSON.stringify({ ...asked, profileId: profile.id });
  const [known, setKnown] = useState<{ key: string; parts: PartsForesight | null } | null>(null);
  useEffect(() => {
    let current = true;
    const timer = setTimeout(() => {
      void askParts(JSON.parse(key) as PartsAnswers & { profileId: string }).then(
        (parts) => current && setKnown({ key, parts }),
      );
    }, 150);
    return () => {
      current = false;
      clearTimeout(timer);
    };
  }, [askParts, key]);
  const size = showBytes(asked.wantedGB * 1e9, { locale });
  if (!known) return <p className="text-[0.875rem] text-soft">Looking what fits…</p>;
  if (!known.parts)
    return (
      <p className="text-[0.875rem] text-soft">What fits could not be asked; it is asked again at Fit.</p>
    );
  const { offered, fitting, cheapest, nearest } = known.parts;
  if (offered === 0)
    return <p className="font-semibold text-over">No drive of {size} or more is in the catalogue.</p>;
  if (!cheapest) {
    const unknown = nearest?.worst.verdict === 'unknown';
    return (
      <p>
        <b className={unknown ? undefined : 'text-over'}>
          {unknown
            ? `Not known yet: ${nearest.worst.missing[0]?.what ?? nearest.worst.what.toLowerCase()}.`
            : `None fits of ${offered} drives of ${size} or more.`}
        </b>{' '}
        {nearest && (
          <span className="text-[0.875rem] text-soft">
            {unknown
              ? (nearest.worst.missing[0]?.howToGet ?? nearest.worst.remedy)
              : `Nearest: ${nearest.build.drive.maker} ${nearest.build.drive.model}, over in ${nearest.worst.what.toLowerCase()}.`}
          </span>
        )}
      </p>
    );
  }
  const { drive, pads, sink, adapter } = cheapest.build;
  const extras = [
    adapter?.model,
    sink?.model,
    pads.length > 0 ? `a pad of ${padWords(pads)} mm` : null,
  ].filter(Boolean);
  return (
    <>
      <p>
        {fitting} of {offered} drives of {size} or more fit, from{' '}
        <b className="figures whitespace-nowrap">
          {cheapest.minor === null
            ? showMoney(drive.price, locale)
            : showMoney({ minor: cheapest.minor, currency }, locale)}
        </b>{' '}
        <span className="text-[0.875rem] text-soft">
          ({drive.maker} {drive.model} {showBytes(drive.labelGB * 1e9, { locale })}
          {extras.length > 0 ? ` with ${extras.join(', ')}` : ''})
        </span>
      </p>
      <FinalChangeNotice profile={profile} build={cheapest.build} />
    </>
  );
}
