import { People } from '@/ui/people/People';

export const dynamic = 'force-dynamic';

export default function Page() {
  return <People />;
}
