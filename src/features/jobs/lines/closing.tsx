import type { EntryBody } from '@/core/job';
import { ENDING_WORDS, lookWords } from '../bay-words';

export function ClosingLine({ body }: { body: EntryBody<'closing'> }) {
  return (
    <>
      {body.ending !== null && <strong>{ENDING_WORDS[body.ending]}. </strong>}
      {body.text}
      {body.why && ` Returned anyway: ${body.why}`}
      {(body.look.after.length > 0 || body.next) && ` Follow-up: ${[lookWords(body.look), body.next].filter(Boolean).join(' ')}`}
    </>
  );
}

export function ReopeningLine() {
  return <em>Job reopened</em>;
}
