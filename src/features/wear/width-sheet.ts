import { lazyModule } from '@/ui/lazy';

/** Reading and writing of width logs as CSV. */
export const widthSheet = lazyModule(() => import('@/formats/width-log'));
