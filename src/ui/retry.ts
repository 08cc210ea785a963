'use client';

import { useRouter } from 'next/navigation';
import { startTransition, useCallback } from 'react';

/** Reads a page that could not be read once more: the server is asked anew, and only then is it drawn. */
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
