import { allProfiles, frameView, getRuntime } from '@/server';
import { TeachScreen } from './teach-screen';

export const dynamic = 'force-dynamic';

export default async function TeachPage() {
  const runtime = getRuntime();
  const profiles = await allProfiles(runtime.database);
  return (
    <TeachScreen
      frame={await frameView(runtime)}
      known={profiles.map(({ id, maker, name, family }) => ({ id, maker, name, family }))}
    />
  );
}
