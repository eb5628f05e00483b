import { cookies } from 'next/headers';
import { initialsIn, workingCookie } from '@/app/who-works';
import { getRuntime, practiceView } from '@/server';
import { PracticeScreen } from './practice-screen';

export const dynamic = 'force-dynamic';

export default async function PracticePage({
  searchParams,
}: {
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}) {
  const { profile } = await searchParams;
  const working = initialsIn((await cookies()).get(workingCookie)?.value);
  return (
    <PracticeScreen
      view={await practiceView(getRuntime(), working)}
      asked={typeof profile === 'string' ? profile : null}
    />
  );
}
