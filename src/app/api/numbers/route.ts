import { door } from '@/server/people/door';
import { postFindNumbers, putNumbers } from '@/server/routes/numbers';

export const POST = door({ role: 'look' }, (_params, request) => postFindNumbers(request));
export const PUT = door({ role: 'edit' }, (_params, request) => putNumbers(request));
