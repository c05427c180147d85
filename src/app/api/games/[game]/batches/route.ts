import { getBatches, postBatch } from '@/server/routes/batches';

interface Context {
  params: Promise<{ game: string }>;
}

export const GET = async (_request: Request, { params }: Context) => getBatches((await params).game);
export const POST = async (request: Request, { params }: Context) => postBatch((await params).game, request);
