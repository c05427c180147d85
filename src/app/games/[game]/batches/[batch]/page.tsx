import { Suspense } from 'react';
import { Loading } from '@/ui/frame/States';
import { Report } from '@/ui/report/Report';

export default async function Page({ params }: { params: Promise<{ game: string; batch: string }> }) {
  const { game, batch } = await params;
  return (
    <Suspense fallback={<Loading what="the report" />}>
      <Report gameId={game} batchId={batch} />
    </Suspense>
  );
}
