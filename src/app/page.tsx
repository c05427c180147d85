import { Shelf } from '@/ui/shelf/Shelf';

export const dynamic = 'force-dynamic';

export default function Page() {
  return <Shelf />;
}
