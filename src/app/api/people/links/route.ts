import { door } from '@/server/people/door';
import { getLinks, postLink } from '@/server/routes/people';

export const dynamic = 'force-dynamic';

export const GET = door({ role: 'keep' }, () => getLinks());
export const POST = door(
  { role: 'keep', deed: (_params, { link }) => `made a link: ${sayLink(link)}` },
  (_params, request) => postLink(request),
);

function sayLink(link: unknown): string {
  const { label, role } = link as { label: string; role: string };
  return `${label}, to ${role}`;
}
