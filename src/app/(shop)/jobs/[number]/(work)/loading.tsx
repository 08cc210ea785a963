import { PageSkeleton } from '@/ui/page-skeleton';

export default PageSkeleton;
