import { door } from '@/server/people/door';
import { deleteLink } from '@/server/routes/people';

export const DELETE = door<{ link: string }>(
  { role: 'keep', deed: ({ link }) => `withdrew link ${link}` },
  ({ link }) => deleteLink(link),
);
