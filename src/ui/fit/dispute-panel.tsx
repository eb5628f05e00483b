'use client';
import { useMemo } from 'react';
import { type DisputeAsked, disputesOf } from '@/core/dispute';

/** What practitioners would argue about this build: both schools side by side, the one that counts here with its reason. */
export function DisputePanel({ asked }: { asked: DisputeAsked }) {
  const { setting, build, answer, lines, pads, sinks, oldFormFactor } = asked;
  const disputes = useMemo(
    () => disputesOf({ setting, build, answer, lines, pads, sinks, oldFormFactor }),
    [setting, build, answer, lines, pads, sinks, oldFormFactor],
  );
  if (disputes.length === 0)
    return <p className="text-[14px] text-soft">Nothing about this build is argued about.</p>;
  return (
    <ul className="grid gap-4">
      {disputes.map(({ id, question, schools, ours, figures }) => (
        <li key={id} className="border-b border-dashed border-line pb-4 last:border-0">
          <h3 className="text-[16px]">{question}</h3>
          <div className="mt-1 grid gap-x-5 gap-y-1 md:grid-cols-2">
            {schools.map(({ says, because }, i) => (
              <p
                key={says}
                className={`text-[14px] ${ours?.school === i ? 'border-l-3 border-clear-fill pl-2.5' : 'pl-2.5 text-soft'}`}
              >
                <b>{says}.</b> {because}
              </p>
            ))}
          </div>
          <p className="mt-1.5 pl-2.5 text-[14px]">
            {ours ? (
              <>
                Here <b>{schools[ours.school].says.toLowerCase()}</b>: {ours.why}
              </>
            ) : (
              'Left open here: what would decide it is not known.'
            )}
            {figures && <span className="block text-soft">{figures}</span>}
          </p>
        </li>
      ))}
    </ul>
  );
}
