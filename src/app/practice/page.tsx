import { cookies } from 'next/headers';
import { initialsIn, workingCookie } from '@/app/who-works';
import { getRuntime, practiceView } from '@/server';
import { PracticeScreen } from './practice-screen';

export const dynamic = 'force-dynamic';

export default async function PracticePage() {
  const working = initialsIn((await cookies()).get(workingCookie)?.value);
  return <PracticeScreen view={await practiceView(getRuntime(), working)} />;
}
