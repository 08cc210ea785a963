'use client';

import { useRetry } from '@/ui/retry';
import { ErrorPage } from '@/ui/error-page';

export default function ShopError({ reset }: { error: Error; reset: () => void }) {
  return <ErrorPage onAgain={useRetry(reset)} />;
}
