import { Alone } from '@/ui/alone';

export const metadata = { title: 'Not here' };

export default function NotFound() {
  return (
    <Alone title="Nothing stands at this address" act={{ words: 'To the bench', href: '/' }}>
      It may have been removed, or the address may have a slip in it.
    </Alone>
  );
}
