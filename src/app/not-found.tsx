import { Alone } from '@/ui/alone';

export const metadata = { title: 'Not here' };

export default function NotFound() {
  return (
    <Alone title="Page not found" act={{ words: 'Open Jobs', href: '/' }}>
      Check the address. The record may have been deleted.
    </Alone>
  );
}
