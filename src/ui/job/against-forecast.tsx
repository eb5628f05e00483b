import { useMemo } from 'react';
import { placeOf } from '@/core/device';
import { type Build, type ContactAnswer, contactOf, driveLimitC } from '@/core/fit';
import { fitAnswer, placeIdOf } from '@/core/job';
import { narrowings } from '@/core/link';
import { usualWorkload } from '@/core/heat';
import { showRate } from '@/core/units';
import { Card } from '../station-frame';
import { type StationProps, showOptions } from './station-props';

const contactWords: Record<ContactAnswer['contact'], string> = {
  touches: 'The pad touches.',
  'cannot-tell': 'Whether the pad touches cannot be told from this.',
  'likely-lost': 'The pad has likely lost its chips.',
  lost: 'The pad does not touch.',
  neither: 'It fits neither a pad that touches nor one that does not.',
};

/** What the readings say of the build: whether its pad touches, and which link is narrower than was forecast. */
export function AgainstForecast({ view }: Pick<StationProps, 'view'>) {
  const { job, build } = view;
  const heat = job.readings['drive-temperature'];
  const rate = job.readings['read-test'];
  if (!build || !job.choice || (!heat && !rate)) return null;
  return <Said view={view} build={build} placeId={job.choice.placeId} />;
}

function Said({
  view,
  build,
  placeId,
}: {
  view: StationProps['view'];
  build: Build;
  placeId: string | null;
}) {
  const { job, profile } = view;
  const { load } = job;
  const heat = job.readings['drive-temperature'];
  const rate = job.readings['read-test'];
  const { narrow, contact, limit, does } = useMemo(() => {
    const workload = usualWorkload(placeOf(profile, placeIdOf(job)));
    const answer = fitAnswer(job, profile, build, placeId);
    return {
      narrow: rate ? narrowings(answer.speed.links, rate.value) : [],
      contact:
        heat && load && workload
          ? contactOf(answer.place, build, answer.layers, workload, { driveC: heat.value, ...load })
          : null,
      limit: driveLimitC(build.drive, answer.place),
      does: workload?.name.toLowerCase() ?? 'work',
    };
  }, [job, profile, build, placeId, heat, rate, load]);
  if (narrow.length === 0 && !contact) return null;
  return (
    <Card title="Against the forecast" hint="computed from the readings above">
      {contact &&
        (contact.known ? (
          <>
            <p>
              <b className={contact.contact.includes('lost') ? 'text-over' : ''}>
                {contactWords[contact.contact]}
              </b>{' '}
              Expected by then, at {does}: <span className="figures">{Math.round(contact.touchingC)} °C</span>{' '}
              with it, <span className="figures">{Math.round(contact.apartC)} °C</span> without; read{' '}
              <span className="figures">{Math.round(heat?.value ?? 0)} °C</span>
              {limit.known && (
                <>
                  , limit <span className="figures">{Math.round(limit.value)} °C</span>
                </>
              )}
              . Chance that it is lost: <span className="figures">{Math.round(contact.lost * 100)} %</span>.
            </p>
            {contact.others.length > 0 && (
              <ul className="mt-1 list-disc pl-5 text-[14px]">
                {contact.others.map((other) => (
                  <li key={other}>{other}.</li>
                ))}
              </ul>
            )}
          </>
        ) : (
          <p className="text-soft">Whether the pad touches is not known: {contact.what} is missing.</p>
        ))}
      {narrow.length > 0 && (
        <div className="mt-2">
          <p className="font-semibold">The read test is off its forecast. What would show just that:</p>
          <ul className="mt-1 list-disc pl-5 text-[14px]">
            {narrow.map(({ what, rate: would }) => (
              <li key={what}>
                {what}, <span className="figures">{showRate(would, showOptions(view).locale)}</span>.
              </li>
            ))}
          </ul>
        </div>
      )}
    </Card>
  );
}
