import { Join } from '@/ui/people/Join';

export const dynamic = 'force-dynamic';

export default function Page() {
  return <Join />;
}
