'use client';

import { useRouter } from 'next/navigation';
import { startTransition, useCallback } from 'react';

/** Retries a page that failed: the server is asked first, and the page renders afterwards. */
export function useRetry(reset: () => void): () => void {
  const router = useRouter();
  return useCallback(
    () =>
      startTransition(() => {
        router.refresh();
        reset();
      }),
    [router, reset],
  );
}
