'use client';

import { useAgain } from '@/ui/again';
import { Trouble } from '@/ui/trouble';

export default function ShopError({ reset }: { error: Error; reset: () => void }) {
  return <Trouble onAgain={useAgain(reset)} />;
}
