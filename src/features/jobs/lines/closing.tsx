import type { EntryBody } from '@/core/job';
import { ENDING_WORDS, followUpWords } from '../job-messages';

export function ClosingLine({ body }: { body: EntryBody<'closing'> }) {
  return (
    <>
      {body.ending !== null && <strong>{ENDING_WORDS[body.ending]}. </strong>}
      {body.text}
      {body.why && ` Returned anyway: ${body.why}`}
      {(body.look.after.length > 0 || body.next) && ` Follow-up: ${[followUpWords(body.look), body.next].filter(Boolean).join(' ')}`}
    </>
  );
}

export function ReopeningLine() {
  return <em>Job reopened</em>;
}
