import Link from 'next/link';
import { Empty, Page } from '@/ui/page';

export default function NotFound() {
  return (
    <Page title="Not here">
      <Empty title="Page not found" action={<Link href="/">Back to Jobs</Link>}>
        Check the address. The record may have been deleted.
      </Empty>
    </Page>
  );
}
