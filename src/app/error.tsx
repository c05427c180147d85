'use client';

import { Failed } from '@/ui/frame/States';

export default function ErrorPage({ error, reset }: { error: Error; reset: () => void }) {
  return <Failed error={error} onRetry={reset} />;
}
