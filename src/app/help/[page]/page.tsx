import { notFound } from 'next/navigation';
import { anchorOf, helpPages } from '@/server/help/helpPages';
import { HelpFrame } from '@/ui/help/HelpFrame';
import { HelpText } from '@/ui/help/HelpText';

export const dynamic = 'force-dynamic';

/** One page of the help. */
export default async function Page({ params }: { params: Promise<{ page: string }> }) {
  const { page: id } = await params;
  const pages = await helpPages();
  const page = pages.find((own) => own.id === id);
  if (!page) notFound();
  return (
    <HelpFrame pages={pages} here={page}>
      <HelpText text={page.text} anchorOf={anchorOf} />
    </HelpFrame>
  );
}
