import { TourPage } from '@/ui/tour/TourPage';

export const dynamic = 'force-dynamic';

export default function Page() {
  return <TourPage />;
}
