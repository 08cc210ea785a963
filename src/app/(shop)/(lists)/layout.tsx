import type { ReactNode } from 'react';
import { InBrowser } from '@/ui/in-browser';

/** Lists and forms, which are there at every address of theirs. */
export default function ListsLayout({ children }: { children: ReactNode }) {
  return <InBrowser>{children}</InBrowser>;
}
