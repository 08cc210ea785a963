import type { EntryBody } from '@/core/job';

export function NoteLine({ body }: { body: EntryBody<'note'> }) {
  return <>{body.text}</>;
}
