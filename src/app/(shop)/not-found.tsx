import Link from 'next/link';
import { Empty, Page } from '@/ui/page';

export default function NotFound() {
  return (
    <Page title="Not here">
      <Empty title="Nothing stands at this address" act={<Link href="/">Back to the bench</Link>}>
        It may have been removed, or the address may have a slip in it.
      </Empty>
    </Page>
  );
}
