import { useMemo } from 'react';
import { placeOf } from '@/core/device';
import { type Build, type ContactAnswer, contactOf, driveLimitC } from '@/core/fit';
import { fitAnswer, placeIdOf } from '@/core/job';
import type { Factor } from '@/core/learn';
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

/** How a reading stands among those that such builds gave here before, against the same forecast. */
function beforeWords(
  verb: string,
  ratio: number,
  { least, most, from }: Factor,
  [more, less]: [string, string],
): string {
  const off = (factor: number) => {
    const percent = Math.round(Math.abs(factor - 1) * 100);
    return percent === 0 ? 'as forecast' : `${percent} % ${factor > 1 ? more : less}`;
  };
  const where = ratio < least ? 'below what is usual' : ratio > most ? 'above what is usual' : 'as is usual';
  return `It ${verb} ${off(ratio)}: ${where} here. ${from} such ${from === 1 ? 'reading' : 'readings'} before: four of five between ${off(least)} and ${off(most)}.`;
}

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
  const { narrow, contact, limit, does, ratios } = useMemo(() => {
    const workload = usualWorkload(placeOf(profile, placeIdOf(job)));
    const answer = fitAnswer(job, profile, build, placeId);
    const { rate: chain } = answer.speed;
    const rise = answer.heat?.known ? answer.heat.settled.peakC.value - answer.heat.roomC : 0;
    return {
      ratios: {
        read: rate && chain.known ? rate.value / chain.value : null,
        heat: heat && load && rise > 0 ? (heat.value - load.roomC) / rise : null,
      },
      narrow: rate ? narrowings(answer.speed.links, rate.value) : [],
      contact:
        heat && load && workload
          ? contactOf(answer.place, build, answer.layers, workload, { driveC: heat.value, ...load })
          : null,
      limit: driveLimitC(build.drive, answer.place),
      does: workload?.name.toLowerCase() ?? 'work',
    };
  }, [job, profile, build, placeId, heat, rate, load]);
  const { readBefore } = view;
  const before = [
    ratios.read !== null && readBefore.read
      ? beforeWords('reads', ratios.read, readBefore.read, ['more', 'less'])
      : null,
    ratios.heat !== null && readBefore.heat
      ? beforeWords('warms', ratios.heat, readBefore.heat, ['more', 'less'])
      : null,
  ].filter((words) => words !== null);
  if (narrow.length === 0 && !contact && before.length === 0) return null;
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
              <ul className="mt-1 list-disc pl-5 text-[0.875rem]">
                {contact.others.map((other) => (
                  <li key={other}>{other}.</li>
                ))}
              </ul>
            )}
          </>
        ) : (
          <p className="text-soft">Whether the pad touches is not known: {contact.what} is missing.</p>
        ))}
      {before.length > 0 && (
        <ul className="mt-2 text-[0.875rem]">
          {before.map((words) => (
            <li key={words}>{words}</li>
          ))}
        </ul>
      )}
      {narrow.length > 0 && (
        <div className="mt-2">
          <p className="font-semibold">The read test is off its forecast. What would show just that:</p>
          <ul className="mt-1 list-disc pl-5 text-[0.875rem]">
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
