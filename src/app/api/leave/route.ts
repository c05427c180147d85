import { postLeave } from '@/server/routes/people';

/** Also for whose link is good no more: there is no door before this one. */
export const POST = (request: Request) => postLeave(request);
