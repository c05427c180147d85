import { History } from '@/ui/history/History';

export default async function Page({ params }: { params: Promise<{ game: string }> }) {
  return <History gameId={(await params).game} />;
}
