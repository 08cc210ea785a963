import type { EntryBody } from '@/core/job';
import { ENDING_WORDS } from '../bay-words';

export function ClosingLine({ body }: { body: EntryBody<'closing'> }) {
  return (
    <>
      {body.ending !== null && <strong>{ENDING_WORDS[body.ending]}. </strong>}
      {body.text}
      {body.why && ` Returned all the same: ${body.why}`}
      {body.next && ` Next look: ${body.next}`}
    </>
  );
}

export function ReopeningLine() {
  return <em>Job reopened</em>;
}
