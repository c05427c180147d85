import { Desk } from '@/ui/desk/Desk';

export default async function Page({ params }: { params: Promise<{ game: string; level: string }> }) {
  const { game, level } = await params;
  return <Desk gameId={game} levelId={level} view="tune" />;
}
