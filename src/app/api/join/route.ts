import { postJoin } from '@/server/routes/people';

/** Who comes in is known by nothing yet: there is no door before this one. */
export const POST = (request: Request) => postJoin(request);
