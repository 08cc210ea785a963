import type { EntryBody } from '@/core/job';

export function ClosingLine({ body }: { body: EntryBody<'closing'> }) {
  return <>{body.text}</>;
}

export function ReopeningLine() {
  return <em>Job reopened</em>;
}
