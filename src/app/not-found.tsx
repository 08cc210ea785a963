import { StandaloneMessage } from '@/ui/standalone-message';

export const metadata = { title: 'Not here' };

export default function NotFound() {
  return (
    <StandaloneMessage title="Page not found" action={{ words: 'Open Jobs', href: '/' }}>
      Check the address. The record may have been deleted.
    </StandaloneMessage>
  );
}
