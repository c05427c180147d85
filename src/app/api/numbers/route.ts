import { postFindNumbers, putNumbers } from '@/server/routes/numbers';

export function POST(request: Request) {
  return postFindNumbers(request);
}

export function PUT(request: Request) {
  return putNumbers(request);
}
