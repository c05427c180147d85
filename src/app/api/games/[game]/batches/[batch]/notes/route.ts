import { deleteNote, getNotes, postNote } from '@/server/routes/reportNotes';

interface Context {
  params: Promise<{ game: string; batch: string }>;
}

export async function GET(_request: Request, { params }: Context) {
  const { game, batch } = await params;
  return getNotes(game, batch);
}

export async function POST(request: Request, { params }: Context) {
  const { game, batch } = await params;
  return postNote(game, batch, request);
}

export async function DELETE(request: Request, { params }: Context) {
  const { game, batch } = await params;
  return deleteNote(game, batch, request);
}
