import type { Margin } from '@/core/margin';
import { Card } from '../station-frame';
import { MarginLines } from './margin-lines';

/** Would it start? Each piece of evidence with its verdict; what is wrong and what is not known first. */
export function EvidenceCard({ evidence }: { evidence: Margin[] }) {
  const wrong = evidence.filter(({ verdict }) => verdict === 'over').length;
  const open = evidence.filter(({ verdict }) => verdict === 'unknown').length;
  const answer =
    wrong > 0
      ? `${wrong} of ${evidence.length} speak against it`
      : `nothing speaks against it${open > 0 ? `; ${open} only the device can show` : ''}`;
  return (
    <Card title="Would it start?" hint={answer}>
      <MarginLines margins={evidence} />
    </Card>
  );
}
