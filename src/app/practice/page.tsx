import { getRuntime, practiceView } from '@/server';
import { PracticeScreen } from './practice-screen';

export const dynamic = 'force-dynamic';

export default async function PracticePage() {
  return <PracticeScreen view={await practiceView(getRuntime())} />;
}
