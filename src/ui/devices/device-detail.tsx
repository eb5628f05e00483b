import type { ReactNode } from 'react';
import type { DeviceProfile, Place } from '@/core/device';
import { showDuration } from '@/core/units';
import { ageYears } from '../parts/figures';
import { Card } from '../station-frame';
import { capital } from '../capital';
import { type LimitLine, placeLimits } from './limits';
import { SlotDrawing } from './slot-drawing';

type Props = {
  profile: DeviceProfile;
  locale: string;
  now: string;
  figures?: ReactNode;
  versions?: ReactNode;
};

/** All that is known of a kind of device: each place drawn with its limits, what varies, what it is delivered with. */
export function DeviceDetail({ profile, locale, now, figures, versions }: Props) {
  const minutes = [...profile.procedure.open, ...profile.procedure.swap].reduce(
    (sum, step) => sum + step.minutes,
    0,
  );
  const { firstPower } = profile;
  const screws = profile.procedure.fasteners.reduce((sum, { count }) => sum + count, 0);
  return (
    <div className="grid gap-3.5">
      {[...profile.places]
        .sort((a, b) => Number(b.replaceable) - Number(a.replaceable))
        .map((place) => (
          <PlaceCard
            key={place.id}
            place={place}
            locale={locale}
            now={now}
            isListed={figures !== undefined && place.replaceable}
          />
        ))}
      {figures}
      <div className="grid gap-3.5 md:grid-cols-2">
        {profile.revisions.length > 0 && (
          <Card title="Board revisions" hint="told apart by marks one can see">
            <dl className="text-[0.875rem]">
              {profile.revisions.map(({ id, name, marks, changes }) => (
                <div key={id} className="border-b border-dashed py-1.5 last:border-0">
                  <dt className="font-semibold">{name}</dt>
                  <dd>
                    {marks.join(', ')}
                    <span className="text-soft">
                      {' '}
                      {Object.keys(changes).length > 0
                        ? `(other limits at ${Object.keys(changes).join(', ')})`
                        : '(limits as drawn)'}
                    </span>
                  </dd>
                </div>
              ))}
            </dl>
          </Card>
        )}
        {profile.caseChanges.map((change) => (
          <Card key={change.id} title={change.title} hint={`${change.minutes} minutes`}>
            <p className="text-[0.875rem]">{change.how}</p>
            <p className="mt-1 text-[0.875rem] font-semibold text-tight">{change.risk}</p>
          </Card>
        ))}
        <Card title="Opening it">
          <dl className="grid grid-cols-[auto_1fr] gap-x-3 gap-y-1 text-[0.875rem]">
            <dt className="text-soft">Way in and swap</dt>
            <dd>
              {profile.procedure.open.length === 0 ? (
                <b className="text-tight">nobody has written it down</b>
              ) : (
                <>
                  {profile.procedure.open.length + profile.procedure.swap.length} acts, {screws} screws,
                  usually {showDuration(minutes * 60)}
                </>
              )}
            </dd>
            <dt className="text-soft">Charge</dt>
            <dd>{profile.opening.school}</dd>
            {profile.specialTools.map(({ tool, why }) => (
              <div key={tool} className="contents">
                <dt className="text-soft">{tool}</dt>
                <dd>{why}</dd>
              </div>
            ))}
          </dl>
        </Card>
        <Card title="Switching it on">
          <dl className="grid grid-cols-[auto_1fr] gap-x-3 gap-y-1 text-[0.875rem]">
            <dt className="text-soft">Cables</dt>
            <dd>{firstPower.cables.map(({ words }) => words).join(', then ')}</dd>
            {firstPower.menuKeys && (
              <>
                <dt className="text-soft">Boot menu</dt>
                <dd>{firstPower.menuKeys}</dd>
              </>
            )}
            {firstPower.phases.map(({ shows, usualS, worryS }) => (
              <div key={shows} className="contents">
                <dt className="text-soft">{capital(shows)}</dt>
                <dd>
                  usually {showDuration(usualS)}, worry after {showDuration(worryS)}
                </dd>
              </div>
            ))}
            {firstPower.prompts.map(({ id, shows, answer, why }) => (
              <div key={id} className="contents">
                <dt className="text-soft">“{shows}”</dt>
                <dd>
                  <b>{answer === 'leave-alone' ? 'leave it alone' : answer}</b>: {why}
                </dd>
              </div>
            ))}
          </dl>
        </Card>
        <Card title="Delivered with">
          {profile.deliveredDrives.length === 0 && (
            <p className="text-[0.875rem] font-semibold text-tight">Nobody has written it down.</p>
          )}
          <ul className="text-[0.875rem]">
            {profile.deliveredDrives.map(({ formFactor, labelGB }) => (
              <li key={`${formFactor} ${labelGB}`}>
                <span className="figures">{formFactor}</span>, {labelGB} GB
              </li>
            ))}
          </ul>
          <ul className="mt-2 text-[0.8125rem] text-soft">
            {profile.cautions.map((caution) => (
              <li key={caution}>{caution}</li>
            ))}
          </ul>
        </Card>
        {versions}
      </div>
    </div>
  );
}

/** Lines of one source under its name, so that a paper is named once. */
function bySource(lines: LimitLine[]): { source: string; at: string | null; lines: LimitLine[] }[] {
  const groups = new Map<string, { source: string; at: string | null; lines: LimitLine[] }>();
  for (const line of lines) {
    const source = line.known ? line.origin : 'not known yet';
    const key = `${source} ${line.at ?? ''}`;
    const group = groups.get(key) ?? { source, at: line.known ? line.at : null, lines: [] };
    group.lines.push(line);
    groups.set(key, group);
  }
  return [...groups.values()];
}

function PlaceCard({
  place,
  locale,
  now,
  isListed,
}: {
  place: Place;
  locale: string;
  now: string;
  isListed: boolean;
}) {
  // What is not known stands in a list of its own, with the way to enter it.
  const groups = bySource(placeLimits(place, { locale }).filter(({ known }) => known || !isListed));
  return (
    <Card title={capital(place.name)} hint={place.replaceable ? place.role : 'soldered: stays as it is'}>
      <div className={place.replaceable ? 'grid gap-4 lg:grid-cols-[400px_1fr]' : ''}>
        {place.replaceable && (
          <div>
            <SlotDrawing place={place} locale={locale} />
            {place.adapters.map(({ adapter, caseChangeId }) => (
              <p key={adapter.id} className="text-[0.875rem]">
                Adapter <b>{adapter.model}</b>: takes{' '}
                {adapter.takes.kind === 'module'
                  ? `modules of ${adapter.takes.lengthsMm.join(', ')} mm`
                  : `a ${adapter.takes.kind}`}
                {caseChangeId ? ', with a change to the case' : ''}.
              </p>
            ))}
          </div>
        )}
        <div className="gap-x-6 md:columns-2">
          {groups.map(({ source, at, lines }) => (
            <section key={`${source} ${at ?? ''}`} className="mb-3 break-inside-avoid-column">
              <h3 className="font-sans text-[0.7812rem] font-semibold text-soft">
                {capital(source)}
                {at ? `, ${at}${(ageYears(at, now) ?? 0) > 2 ? ': getting old' : ''}` : ''}
              </h3>
              <dl className="text-[0.8438rem]">
                {lines.map(({ label, shown, known, origin, photo }) => (
                  <div
                    key={label}
                    className="flex flex-wrap justify-between gap-x-3 border-b border-dashed py-1"
                  >
                    <dt>{label}</dt>
                    <dd className={`figures text-right font-bold ${known ? '' : 'text-tight'}`}>{shown}</dd>
                    {photo && (
                      <dd className="basis-full text-right text-[0.7812rem]">
                        <a
                          className="underline underline-offset-4"
                          href={`/api/pictures/${photo}`}
                          target="_blank"
                        >
                          the photo it was read from
                        </a>
                      </dd>
                    )}
                    {!known && <dd className="basis-full text-[0.7812rem] text-soft">{origin}</dd>}
                  </div>
                ))}
              </dl>
            </section>
          ))}
        </div>
      </div>
    </Card>
  );
}
