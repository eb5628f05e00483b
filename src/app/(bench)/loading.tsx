import { Waiting } from '@/app/waiting';

export default function Loading() {
  return <Waiting />;
}
